'use client';

import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import type { Gathering } from '@/server/operations/gatherings/gatherings';
import { apiRequest } from '@/ui/api';
import { queryKeys } from '@/ui/queryKeys';
import { searchFrom } from '../../find/findAddress';
import type { Show } from './show';

/** All gatherings, by name. */
export function useGatherings(): readonly Gathering[] {
  const { data } = useQuery({
    queryKey: queryKeys.gatherings(),
    queryFn: () => apiRequest<Gathering[]>('gatherings'),
  });
  return data ?? none;
}
const none: readonly Gathering[] = [];

/** Ids of the pictures that the gathering or the search of a filter names; undefined until they are loaded. */
export function useGathered(
  assignmentId: string,
  show: Show,
): { readonly ids: ReadonlySet<string> | undefined; readonly problem: string | undefined } {
  const { data, error } = useQuery({
    ...idsQuery(assignmentId, show),
    enabled: show.of === 'gathering' || show.of === 'found',
  });
  const ids = useMemo(() => data && new Set(data), [data]);
  return { ids, problem: error?.message };
}

function idsQuery(
  assignmentId: string,
  show: Show,
): { readonly queryKey: readonly unknown[]; readonly queryFn: () => Promise<string[]> } {
  if (show.of === 'found')
    return {
      queryKey: queryKeys.foundIn(show.query, assignmentId),
      queryFn: () =>
        apiRequest<string[]>('search/set/pictures', 'POST', { ...searchFrom(show.query), assignmentId }),
    };
  const id = show.of === 'gathering' ? show.id : '';
  return {
    queryKey: queryKeys.inGathering(id, assignmentId),
    queryFn: () => apiRequest<string[]>(`gatherings/${id}/pictures?assignment=${assignmentId}`),
  };
}
