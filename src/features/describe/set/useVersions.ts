'use client';

import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { apiRequest } from '@/ui/api';
import { queryKeys } from '@/ui/queryKeys';
import type { PhotoView } from './view';

const STALE_AFTER_MS = 60_000;
const none: readonly PhotoView[] = [];

/** The other versions of a picture: exported or edited copies of the same shot. */
export function useVersions(
  assignmentId: string,
  views: readonly PhotoView[],
): (id: string) => readonly PhotoView[] {
  const { data } = useQuery({
    queryKey: queryKeys.versions(assignmentId),
    queryFn: () => apiRequest<string[][]>(`assignments/${assignmentId}/versions`),
    staleTime: STALE_AFTER_MS,
  });
  return useMemo(() => {
    const groups = new Map((data ?? []).flatMap((group) => group.map((id) => [id, new Set(group)] as const)));
    return (id) => {
      const group = groups.get(id);
      return group ? views.filter((view) => view.id !== id && group.has(view.id)) : none;
    };
  }, [data, views]);
}
