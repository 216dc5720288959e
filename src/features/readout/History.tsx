'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { type FieldId, fieldIds, fieldLabel } from '@/core/catalogue/fields';
import { formatDateTime } from '@/core/wording/formatDate';
import type { HistoryEntry } from '@/server/operations/photos/photoHistory';
import { problemWords } from '@/server/problems/words';
import { runActs } from '@/server/runs/runActs';
import { apiRequest } from '@/ui/api';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { valueWords } from '@/ui/valueWords';
import { labels } from './words';

const states: Readonly<Record<string, string>> = {
  failed: 'failed',
  unchanged: 'was right already',
  undone: 'undone since',
};

/** All that happened to a picture, the newest first, with old → new. */
export function History({ photoId }: { photoId: string }) {
  const { data, error } = useQuery({
    queryKey: queryKeys.history(photoId),
    queryFn: () => apiRequest<HistoryEntry[]>(`photos/${photoId}/history`),
  });
  if (error) return <Notice kind="error">{error.message}</Notice>;
  if (!data) return <Box color="soft">Looking …</Box>;
  if (data.length === 0)
    return (
      <Box color="soft">
        Nothing was written into this picture by Fabrica, and nobody else changed it since.
      </Box>
    );
  return (
    <Box role="list" aria-label={labels.history}>
      {data.map((entry) => (
        <Entry key={`${entry.at}${entry.runId ?? ''}`} entry={entry} />
      ))}
    </Box>
  );
}

function Entry({ entry: { at, act, runId, state, changes, sent, problems } }: { entry: HistoryEntry }) {
  const name = act === 'outside' ? 'Changed by another program' : runActs[act].name;
  const ids = fieldIds.filter((id) => id in changes);
  return (
    <Box role="listitem" borderTopWidth="1px" paddingY="2">
      <Flex gap="4" alignItems="baseline" fontSize="body" wrap="wrap">
        <chakra.span fontWeight="600">
          {runId ? (
            <chakra.span color="woad" textDecoration="underline">
              <Link href={`/runs/${runId}`}>{name}</Link>
            </chakra.span>
          ) : (
            name
          )}
        </chakra.span>
        <chakra.time dateTime={at} color="soft" suppressHydrationWarning>
          {formatDateTime(at)}
        </chakra.time>
        {state && states[state] && <chakra.span color="weldText">{states[state]}</chakra.span>}
      </Flex>
      {sent && (
        <Box fontSize="body" overflowWrap="anywhere">
          as {sent.paths.join(', ')}. {sent.licence}
          {ids.length > 0 && <chakra.span color="soft"> On the copies, not in the picture:</chakra.span>}
        </Box>
      )}
      {ids.map((id) => (
        <Change key={id} id={id} change={changes[id]!} />
      ))}
      {problems.map((one) => (
        <Box key={`${one.code}${one.part}`} color="weldText" fontSize="body">
          {problemWords(one)}
        </Box>
      ))}
    </Box>
  );
}

function Change({
  id,
  change: { before, after },
}: {
  id: FieldId;
  change: NonNullable<HistoryEntry['changes'][FieldId]>;
}) {
  return (
    <Flex gap="4" paddingY="0.5" alignItems="baseline" fontSize="body">
      <Box width="11em" flexShrink={0} color="soft">
        {fieldLabel(id)}
      </Box>
      <Box flex="1" minWidth="0" whiteSpace="pre-line" overflowWrap="anywhere">
        {before !== null && (
          <chakra.span textDecoration="line-through" color="soft">
            {valueWords(id, before)}
          </chakra.span>
        )}
        {before !== null && ' → '}
        {after === null ? 'nothing' : valueWords(id, after)}
      </Box>
    </Flex>
  );
}
