'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { counted } from '@/core/wording/counts';
import type { WaitingChange } from '@/server/files/recover';
import { apiRequest } from '@/ui/api';
import { LinkButton } from '@/ui/buttons';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { refresh } from '@/ui/refresh';
import { takeAnswer } from '@/ui/takeAnswer';
import { labels } from './words';

const EVERY_MS = 30_000;

const reasons: Readonly<Record<WaitingChange['why'], string>> = {
  missing: 'It is not there: its disk may not be connected. It is settled by itself when it is back.',
  'another-file': 'A file of this name is there now, but it may be another one.',
  'other-machine': 'It was begun under another name of this machine, or by another machine.',
};

/** Writes that were cut off (power, disk) and whose file could not be put right yet. */
export function CutOff() {
  const queries = useQueryClient();
  const { data = [] } = useQuery({
    queryKey: queryKeys.recovery(),
    queryFn: () => apiRequest<WaitingChange[]>('recovery'),
    refetchInterval: EVERY_MS,
  });
  const again = useMutation({
    mutationFn: () => apiRequest<WaitingChange[]>('recovery', 'POST'),
    onSuccess: (waiting) => takeAnswer(queries, queryKeys.recovery(), waiting),
  });
  if (data.length === 0) return null;
  return (
    <Box
      as="section"
      aria-label={labels.writesThatWereInterrupted}
      gridColumn="1 / -1"
      borderWidth="1px"
      borderColor="rule"
      bg="leaf"
      padding="4"
    >
      <Flex justifyContent="space-between" gap="5" wrap="wrap" alignItems="baseline">
        <Box as="h2" fontFamily="heading" fontSize="larger" fontWeight="600">
          {counted(data.length, 'interrupted write is waiting', 'interrupted writes are waiting')}
        </Box>
        <LinkButton type="button" fontSize="body" onClick={() => again.mutate()} disabled={again.isPending}>
          {labels.tryAgainNow}
        </LinkButton>
      </Flex>
      <Box color="soft" fontSize="body" paddingBottom="2">
        The former contents are kept until each file is right again.
      </Box>
      {data.map((one) => (
        <Row key={`${one.record} ${one.index}`} change={one} />
      ))}
    </Box>
  );
}

function Row({ change: { record, index, path, why } }: { change: WaitingChange }) {
  const queries = useQueryClient();
  const settle = useMutation({
    mutationFn: (act: 'put-back' | 'leave') =>
      apiRequest<{ outcome: string }>('recovery', 'PUT', { record, index, act }),
    onSettled: () => refresh(queries, { queryKey: queryKeys.recovery() }),
  });
  const name = path.slice(path.lastIndexOf('/') + 1);
  return (
    <Box borderTopWidth="1px" paddingY="2" fontSize="body">
      <Flex gap="5" rowGap="1" wrap="wrap" alignItems="baseline">
        <Box flex="1" minWidth="16em">
          <chakra.span fontWeight="600">{name}</chakra.span>{' '}
          <chakra.span color="soft" overflowWrap="anywhere">
            {path}
          </chakra.span>
          <Box color="weldText">{reasons[why]}</Box>
        </Box>
        {why !== 'missing' && (
          <LinkButton type="button" disabled={settle.isPending} onClick={() => settle.mutate('put-back')}>
            {labels.itIsTheFilePutItRight}
          </LinkButton>
        )}
        <LinkButton type="button" disabled={settle.isPending} onClick={() => settle.mutate('leave')}>
          Leave {name} as it is
        </LinkButton>
      </Flex>
      {settle.data?.outcome === 'missing' && <Notice kind="error">The file is not there.</Notice>}
      {settle.error && <Notice kind="error">{settle.error.message}</Notice>}
    </Box>
  );
}
