'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { Kept } from '@/server/operations/kept/kept';
import { apiRequest } from '@/ui/api';
import { Button } from '@/ui/buttons';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { refresh } from '@/ui/refresh';
import { labels as uiLabels } from '@/ui/words';
import { PageMain } from '../shell/PageMain';
import { TopLine } from '../shell/TopLine';
import { type ChangedBound, KeptRow } from './KeptRow';
import { labels } from './words';

/** What Fabrica keeps beside pictures and words, what it takes, and how long and how much of it stays. */
export function KeptPage() {
  const queries = useQueryClient();
  const { data: kept = [], error } = useQuery({
    queryKey: queryKeys.kept(),
    queryFn: () => apiRequest<Kept[]>('kept'),
  });
  const change = useMutation({
    // One after the other, as they were made.
    scope: { id: 'kept' },
    // Shown at once, and not overtaken by an answer that was asked for before.
    onMutate: async (changed: ChangedBound) => {
      await queries.cancelQueries({ queryKey: queryKeys.kept() });
      queries.setQueryData<Kept[]>(queryKeys.kept(), (all = []) =>
        all.map((one) => (one.name === changed.name ? { ...one, ...changed } : one)),
      );
    },
    mutationFn: (changed: ChangedBound) => apiRequest('kept', 'PATCH', changed),
    onError: () => refresh(queries, { queryKey: queryKeys.kept() }),
  });
  const room = useMutation({ mutationFn: () => apiRequest('kept', 'POST', {}) });
  return (
    <>
      <TopLine place={uiLabels.storage} placeHref="/kept" />
      <PageMain title={uiLabels.storage} maxWidth="56rem" paddingX="5" paddingY="5">
        <Box fontSize="body" color="soft" marginBottom="5" maxWidth="44rem">
          Pictures and words are never among it. What is beyond its bound goes within the hour; what a run
          under way can still need stays.
        </Box>
        <Notice kind="error">{(error ?? change.error ?? room.error)?.message}</Notice>
        <Box role="list" aria-label="What is kept">
          {kept.map((one) => (
            <KeptRow key={one.name} kept={one} change={change.mutate} />
          ))}
        </Box>
        <Flex borderTopWidth="1px" paddingTop="4" marginTop="2" gap="4" alignItems="baseline">
          <Button onClick={() => room.mutate()} disabled={room.isPending}>
            {labels.makeRoomNow}
          </Button>
          <Box role="status" color="soft" fontSize="small">
            {room.isSuccess && 'Room is being made; the figures follow.'}
          </Box>
        </Flex>
      </PageMain>
    </>
  );
}
