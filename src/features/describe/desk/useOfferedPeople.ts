'use client';

import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import type { ListedPerson } from '@/core/captions/people';
import type { Assignment } from '@/server/operations/assignments/assignments';
import { apiRequest } from '@/ui/api';
import { queryKeys } from '@/ui/queryKeys';

const STALE_AFTER_MS = 30_000;

/** The people of the list, and behind them the names that were used in the assignment besides. */
export function useOfferedPeople({ id, people }: Pick<Assignment, 'id' | 'people'>): readonly ListedPerson[] {
  const { data } = useQuery({
    queryKey: queryKeys.names(id),
    queryFn: () => apiRequest<string[]>(`assignments/${id}/names`),
    staleTime: STALE_AFTER_MS,
  });
  return useMemo(() => {
    const listed = new Set(people.map((one) => one.name));
    const used = (data ?? []).filter((name) => !listed.has(name));
    return [...people, ...used.map((name) => ({ number: '', name, role: '', note: '' }))];
  }, [people, data]);
}
