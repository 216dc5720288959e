'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { changeCounts } from '@/core/templates/compare';
import { counted } from '@/core/wording/counts';
import { formatDateTime } from '@/core/wording/formatDate';
import type { ListedTemplate } from '@/server/operations/templates/templates';
import type { ListedVersion } from '@/server/operations/templates/templateVersions';
import { apiRequest } from '@/ui/api';
import { LinkButton } from '@/ui/buttons';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { useRequestOnce } from '@/ui/useRequestOnce';
import { labels } from '../words';
import { Differences } from './Differences';

/** Every version that was kept: when, by whom, what changed; and the way back to it. */
export function VersionsPage({
  template,
  onReopen,
}: {
  template: ListedTemplate;
  onReopen: (template: ListedTemplate) => void;
}) {
  const { data: versions = [], isPending } = useQuery({
    queryKey: queryKeys.templateVersions(template.id, template.version),
    queryFn: () => apiRequest<ListedVersion[]>(`templates/${template.id}/versions`),
  });
  const [open, setOpen] = useState<number>();
  const requestOnce = useRequestOnce();
  const goBack = useMutation({
    mutationFn: (version: number) =>
      requestOnce<ListedTemplate>(`templates/${template.id}/versions`, 'POST', {
        version,
        baseVersion: template.version,
      }),
    onSuccess: onReopen,
  });
  if (isPending) return <Box color="soft">Reading the versions …</Box>;
  return (
    <>
      {goBack.error && <Notice kind="error">{goBack.error.message}</Notice>}
      {versions.map((one, index) => {
        const before = versions[index + 1];
        return (
          <Box key={one.version} borderTopWidth="1px" paddingY="2">
            <Flex gap="4" alignItems="baseline" wrap="wrap">
              <chakra.span fontFamily="heading" fontWeight="600">
                Version {one.version}
              </chakra.span>
              <Box flex="1" color="soft" minWidth="12em">
                {formatDateTime(one.keptAt)}
                {one.keptBy && `, by ${one.keptBy}`}
                {one.note && `; ${one.note}`}; {changeWords(one, before)}
              </Box>
              {before && (
                <LinkButton
                  type="button"
                  aria-expanded={open === one.version}
                  onClick={() => setOpen(open === one.version ? undefined : one.version)}
                >
                  {labels.whatChanged}
                </LinkButton>
              )}
              {index > 0 && (
                <LinkButton
                  type="button"
                  disabled={goBack.isPending}
                  onClick={() => goBack.mutate(one.version)}
                  aria-label={`Make version ${one.version} the present one again`}
                >
                  go back to it
                </LinkButton>
              )}
            </Flex>
            {open === one.version && before && (
              <Differences
                left={before.entries}
                right={one.entries}
                names={[`version ${before.version}`, `version ${one.version}`]}
              />
            )}
          </Box>
        );
      })}
      <Box color="soft" paddingTop="2">
        Going back makes a new version with the words of the old one: nothing is lost.
      </Box>
    </>
  );
}

function changeWords(one: ListedVersion, before: ListedVersion | undefined): string {
  if (!before) return counted(one.entries.length, 'line');
  const { added, removed, changed } = changeCounts(before.entries, one.entries);
  const differences = [
    added > 0 && `${added} more`,
    changed > 0 && `${changed} changed`,
    removed > 0 && `${removed} gone`,
    one.name !== before.name && `renamed from “${before.name}”`,
  ].filter(Boolean);
  return differences.join(', ') || 'the same lines';
}
