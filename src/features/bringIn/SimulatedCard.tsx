'use client';

import { chakra, Flex } from '@chakra-ui/react';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { CardState } from '@/server/card/simulatedCard';
import { apiRequest } from '@/ui/api';
import { LinkButton } from '@/ui/buttons';
import { Select } from '@/ui/inputs';
import { queryKeys } from '@/ui/queryKeys';
import { refresh } from '@/ui/refresh';
import { takeAnswer } from '@/ui/takeAnswer';

/** What can be done to the card of the demo: taken out, slowed, made to fail, write-protected. */
export function SimulatedCard({ names }: { names: readonly string[] }) {
  const queries = useQueryClient();
  const { data: card } = useQuery({
    queryKey: queryKeys.card(),
    queryFn: () => apiRequest<CardState>('card'),
  });
  const { mutate } = useMutation({
    mutationFn: (change: Partial<CardState>) => apiRequest<CardState>('card', 'PUT', change),
    onMutate: (change) =>
      queries.setQueryData<CardState>(queryKeys.card(), (before) => before && { ...before, ...change }),
    onSuccess: (state) => {
      void takeAnswer(queries, queryKeys.card(), state);
      void refresh(queries, { queryKey: queryKeys.source() });
    },
  });
  if (!card) return null;
  return (
    <Flex
      role="group"
      aria-label="Simulated card"
      columnGap="5"
      wrap="wrap"
      alignItems="center"
      fontSize="small"
      color="soft"
      paddingX="2"
    >
      <LinkButton type="button" onClick={() => mutate({ isIn: !card.isIn })}>
        {card.isIn ? 'Eject the card' : 'Put the card in'}
      </LinkButton>
      <chakra.label display="flex" gap="1.5" alignItems="center">
        <input
          type="checkbox"
          checked={card.speed > 0}
          onChange={(event) => mutate({ speed: event.target.checked ? 12_000 : 0 })}
        />
        slow
      </chakra.label>
      <chakra.label display="flex" gap="1.5" alignItems="center">
        <input
          type="checkbox"
          checked={card.writeProtected}
          onChange={(event) => mutate({ writeProtected: event.target.checked })}
        />
        write-protected
      </chakra.label>
      <chakra.label>
        read error on{' '}
        <Select
          value={card.readErrorOn}
          onChange={(event) => mutate({ readErrorOn: event.target.value })}
          fontSize="small"
          height="1.5rem"
        >
          <option value="">nothing</option>
          {[...new Set([card.readErrorOn, ...names])]
            .filter((name) => name !== '')
            .map((name) => (
              <option key={name}>{name}</option>
            ))}
        </Select>
      </chakra.label>
    </Flex>
  );
}
