'use client';

import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import type { Gathering } from '@/server/operations/gatherings/gatherings';
import { apiRequest } from '@/ui/api';
import { queryKeys } from '@/ui/queryKeys';
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

/** Ids of the pictures in the gathering that a filter names; undefined until they are known. */
export function useGathered(assignmentId: string, show: Show): ReadonlySet<string> | undefined {
  const id = show.of === 'gathering' ? show.id : '';
  const { data } = useQuery({
    queryKey: queryKeys.inGathering(id, assignmentId),
    queryFn: () => apiRequest<string[]>(`gatherings/${id}/pictures?assignment=${assignmentId}`),
    enabled: id !== '',
  });
  return useMemo(() => data && new Set(data), [data]);
}
