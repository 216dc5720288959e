'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { formatDateTime } from '@/core/wording/formatDate';
import type { BackupState, ListedBackup } from '@/server/operations/backups/listBackups';
import { apiRequest } from '@/ui/api';
import { PrimaryButton } from '@/ui/buttons';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { refresh } from '@/ui/refresh';
import { Section } from '@/ui/Section';
import { labels as uiLabels } from '@/ui/words';
import { PageMain } from '../shell/PageMain';
import { TopLine } from '../shell/TopLine';
import { BackupRow } from './BackupRow';
import { CompareDialog } from './CompareDialog';
import { PlanForm } from './PlanForm';
import { failedWords, labels } from './words';

/** Settings for backups, and the list of existing backups. */
export function BackupsPage() {
  const { data, error } = useQuery({
    queryKey: queryKeys.backups(),
    queryFn: () => apiRequest<BackupState>('backups'),
    // The job ends after its last notification.
    refetchInterval: (query) => (query.state.data?.isPending ? 1000 : false),
  });
  const [compared, setCompared] = useState<ListedBackup>();
  const client = useQueryClient();
  const make = useMutation({
    mutationFn: () => apiRequest('backups', 'POST', {}),
    onSuccess: () => refresh(client, { queryKey: queryKeys.backups() }),
  });
  return (
    <>
      <TopLine place={uiLabels.backups} placeHref="/backups" />
      <PageMain title={uiLabels.backups} maxWidth="56rem" paddingX="5" paddingY="5">
        <Box fontSize="body" color="soft" marginBottom="5" maxWidth="44rem">
          A backup contains everything that is not in your files: templates, details, vocabulary, drafts,
          gatherings, receipts. It does not contain the pictures: keep copies of them elsewhere.
        </Box>
        <Notice kind="error">{(error ?? make.error)?.message}</Notice>
        {data && (
          <>
            <PlanForm key={data.folder} state={data} />
            <Flex gap="4" alignItems="baseline" marginTop="4" marginBottom="6" wrap="wrap">
              <PrimaryButton onClick={() => make.mutate()} disabled={make.isPending || data.isPending}>
                {labels.backUpNow}
              </PrimaryButton>
              <Notice kind="info">{data.isPending && 'Writing and verifying a backup …'}</Notice>
              <Notice kind="error">{!data.isPending && failure(data)}</Notice>
            </Flex>
            <Section look="label" title="Backups in this folder">
              {data.backups.length > 0 && (
                <Box role="list" aria-label={uiLabels.backups}>
                  {data.backups.map((one) => (
                    <BackupRow key={one.name} backup={one} onCompare={() => setCompared(one)} />
                  ))}
                </Box>
              )}
              {data.backups.length === 0 && (
                <Box color="soft" fontSize="body" paddingY="1">
                  {data.isFolderMissing && data.plan.folder ? 'The folder is missing.' : 'No backups yet.'}
                </Box>
              )}
            </Section>
            <Box textStyle="hint" marginTop="5" maxWidth="44rem">
              To restore an entire backup, stop Fabrica and run{' '}
              <code>
                ./fabrica restore {data.folder}/{data.backups[0]?.name ?? 'NAME'}
              </code>
            </Box>
            {compared && <CompareDialog backup={compared} onClose={() => setCompared(undefined)} />}
          </>
        )}
      </PageMain>
    </>
  );
}

function failure({ plan: { problem, failedAt } }: BackupState): string | undefined {
  if (!problem || !failedAt) return undefined;
  return `The backup of ${formatDateTime(failedAt)} failed. ${failedWords[problem]}`;
}
