'use client';

import { Box } from '@chakra-ui/react';
import { useMutation, useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { useState } from 'react';
import { counted, formatNumber } from '@/core/wording/counts';
import type { FoundProof, FoundRun } from '@/server/operations/search/foundRuns';
import type { FoundPart } from '@/server/operations/search/readFoundSet';
import { apiRequest } from '@/ui/api';
import { Button, LinkButton, PrimaryButton } from '@/ui/buttons';
import { Dialog } from '@/ui/Dialog';
import { ListRow } from '@/ui/ListRow';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { useRequestOnce } from '@/ui/useRequestOnce';
import { ProofDialog, type WriteChoices } from '../describe/desk/ProofDialog';
import { DeliverFound } from './DeliverFound';
import { FoundParts } from './FoundParts';
import type { FoundSet } from './findAddress';
import { labels } from './words';

interface Props {
  readonly asked: FoundSet;
  readonly total: number;
}

/** Checks, embeds and delivers all pictures that are found, in all their assignments. */
export function WorkOnFound({ isLooking, ...now }: Props & { readonly isLooking: boolean }) {
  const [meant, setMeant] = useState<Props>();
  return (
    <>
      {now.total > 0 && (
        <Button
          type="button"
          data-control={labels.workOnThem}
          disabled={isLooking}
          onClick={() => setMeant(now)}
        >
          {labels.workOnThem}: {formatNumber(now.total)}
        </Button>
      )}
      {meant && <WorkDialog {...meant} onClose={() => setMeant(undefined)} />}
    </>
  );
}

function WorkDialog({ asked, total, onClose }: Props & { onClose: () => void }) {
  const requestOnce = useRequestOnce();
  const set = { ...asked, pictures: total };
  const [isDelivering, setDelivering] = useState(false);
  const [runs, setRuns] = useState<readonly FoundRun[]>();
  const { data: parts, error } = useQuery({
    queryKey: queryKeys.foundSet(set),
    queryFn: () => apiRequest<FoundPart[]>('search/set', 'POST', set),
    retry: false,
    staleTime: Infinity,
    gcTime: 0,
  });
  const proof = useMutation({ mutationFn: () => apiRequest<FoundProof>('search/set/proof', 'POST', set) });
  const embed = useMutation({
    mutationFn: (choices: WriteChoices) =>
      requestOnce<FoundRun[]>('search/set/embed', 'POST', {
        ...set,
        ...choices,
        asOf: proof.data!.proof.asOf,
      }),
    onSuccess: setRuns,
  });
  const drafted = parts?.reduce((sum, one) => sum + one.drafted, 0) ?? 0;
  if (runs) return <StartedDialog runs={runs} onClose={onClose} />;
  if (isDelivering)
    return (
      <DeliverFound set={set} onBack={() => setDelivering(false)} onStarted={setRuns} onClose={onClose} />
    );
  if (proof.data)
    return (
      <ProofDialog
        {...proof.data}
        scope={`${counted(proof.data.proof.pictures, 'picture')} with drafts, in ${counted(parts?.filter((one) => one.drafted > 0).length ?? 0, 'assignment')}`}
        busy={embed.isPending}
        error={embed.error?.message}
        onClose={() => proof.reset()}
        onEmbed={embed.mutate}
      />
    );
  return (
    <Dialog
      title={`${labels.workOnThem}: ${counted(total, 'picture')}`}
      size="xl"
      leave="Close"
      onClose={onClose}
      acts={
        <>
          <Button type="button" disabled={!parts} onClick={() => setDelivering(true)}>
            {labels.deliver} {formatNumber(total)} …
          </Button>
          <PrimaryButton
            type="button"
            disabled={drafted === 0 || proof.isPending}
            onClick={() => proof.mutate()}
          >
            {drafted === 0 ? 'Nothing to embed' : `${labels.embed} ${formatNumber(drafted)} …`}
          </PrimaryButton>
        </>
      }
    >
      <Notice kind="info">{!parts && !error && 'Checking …'}</Notice>
      <Notice kind="error">{(error ?? proof.error)?.message}</Notice>
      {parts && <FoundParts set={asked} parts={parts} />}
    </Dialog>
  );
}

/** The receipts of the runs, one for each assignment. */
function StartedDialog({ runs, onClose }: { runs: readonly FoundRun[]; onClose: () => void }) {
  return (
    <Dialog title={labels.started} size="lg" leave="Close" onClose={onClose}>
      <Box role="status" fontSize="body">
        {counted(runs.length, 'run')} started. The receipt of each shows its progress, and undoes it.
      </Box>
      <Box as="ul" listStyleType="none" marginTop="2">
        {runs.map(({ runId, assignment }) => (
          <ListRow
            as="li"
            key={runId}
            name={
              <LinkButton asChild>
                <Link href={`/runs/${runId}`}>Receipt of {assignment}</Link>
              </LinkButton>
            }
          />
        ))}
      </Box>
    </Dialog>
  );
}
