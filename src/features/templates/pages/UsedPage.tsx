'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useMutation, useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { useState } from 'react';
import { fieldLabel } from '@/core/catalogue/fields';
import { counted, formatNumber } from '@/core/wording/counts';
import type { ListedTemplate } from '@/server/operations/templates/templates';
import type { WhereUsed } from '@/server/operations/templates/whereUsed';
import { apiRequest } from '@/ui/api';
import { Button, PrimaryButton } from '@/ui/buttons';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { useRequestOnce } from '@/ui/useRequestOnce';
import { valueWords } from '@/ui/valueWords';
import { labels as uiLabels } from '@/ui/words';
import { labels } from '../words';

/** The pictures whose files carry this template, of which version; and the present one for those behind. */
export function UsedPage({ template, changed }: { template: ListedTemplate; changed: boolean }) {
  const { data, isPending, error } = useQuery({
    queryKey: queryKeys.templateUsed(template.id, template.version),
    queryFn: () => apiRequest<WhereUsed>(`templates/${template.id}/used`),
  });
  if (isPending) return <Box color="soft">Looking through the pictures …</Box>;
  if (!data) return <Notice kind="error">{error?.message}</Notice>;
  const behind = data.assignments.flatMap((one) => one.photos.filter((photo) => !photo.isPresent));
  return (
    <>
      <Box color="soft" paddingBottom="2">
        {data.pictures === 0
          ? 'No picture’s file carries this template so far.'
          : `${counted(data.pictures, 'picture carries', 'pictures carry')} it, as their files say; ${formatNumber(behind.length)} of an earlier state.`}
      </Box>
      {data.assignments.map((one) => (
        <Flex key={one.id} borderTopWidth="1px" paddingY="1.5" gap="4">
          <Box flex="1">
            <Link href={`/assignments/${one.id}/describe`}>{one.name}</Link>
          </Box>
          <chakra.span color="soft">{stateWords(one.photos)}</chakra.span>
        </Flex>
      ))}
      {behind.length > 0 && !changed && <Renewal template={template} data={data} />}
      {behind.length > 0 && changed && (
        <Box color="weldText" paddingY="2">
          Keep what is written first: pictures are brought to a version that was kept.
        </Box>
      )}
    </>
  );
}

function stateWords(photos: WhereUsed['assignments'][number]['photos']): string {
  const byVersion = new Map<string, number>();
  for (const { version, isPresent } of photos) {
    const state = isPresent ? 'as it is now' : `as of version ${version}`;
    byVersion.set(state, (byVersion.get(state) ?? 0) + 1);
  }
  return [...byVersion].map(([state, count]) => `${formatNumber(count)} ${state}`).join(', ');
}

/** Old → new before the files are written; what was written by hand since is left alone. */
function Renewal({ template, data }: { template: ListedTemplate; data: WhereUsed }) {
  const [open, setOpen] = useState(false);
  const requestOnce = useRequestOnce();
  const renew = useMutation({
    mutationFn: () =>
      requestOnce<{ runs: { runId: string }[] }>(`templates/${template.id}/used`, 'POST', {
        pictures: data.behind,
      }),
  });
  if (renew.data)
    return (
      <Box role="status" paddingY="3">
        {renew.data.runs.map(({ runId }) => (
          <Link
            key={runId}
            href={`/runs/${runId}`}
            style={{ textDecoration: 'underline', marginRight: '1em' }}
          >
            {labels.seeTheReceipt}
          </Link>
        ))}
      </Box>
    );
  if (!open)
    return (
      <Button type="button" marginTop="3" onClick={() => setOpen(true)}>
        Bring {formatNumber(data.behind)} to the present version …
      </Button>
    );
  return (
    <Box marginTop="4">
      <Box as="h3" textStyle="subtitle">
        {uiLabels.reviewChangesBeforeTheyAreWritten}
      </Box>
      {data.proof.map((line) => (
        <Box key={`${line.field}${JSON.stringify([line.from, line.to])}`} borderTopWidth="1px" paddingY="1.5">
          <chakra.span fontWeight="600">{fieldLabel(line.field)}</chakra.span>{' '}
          <chakra.span color="soft">in {formatNumber(line.pictures)}</chakra.span>
          <Box whiteSpace="pre-line" overflowWrap="anywhere">
            <chakra.s color="soft">{valueWords(line.field, line.from)}</chakra.s>
            {line.from !== null && ' → '}
            {line.to === null ? 'erased' : valueWords(line.field, line.to)}
          </Box>
        </Box>
      ))}
      <Box color="soft" paddingY="2">
        What was written by hand since is left alone. Each picture keeps its own year. The runs can be undone.
      </Box>
      {renew.error && <Notice kind="error">{renew.error.message}</Notice>}
      <PrimaryButton type="button" disabled={renew.isPending} onClick={() => renew.mutate()}>
        Embed in {formatNumber(data.behind)}
      </PrimaryButton>
    </Box>
  );
}
