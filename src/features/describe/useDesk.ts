'use client';

import { useQuery } from '@tanstack/react-query';
import type { Desk } from '@/server/operations/photos/acrossPhotos';
import { ask } from '@/ui/api';

/** Captions and keywords across a selection; undefined until they are known. */
export function useDesk(assignmentId: string, ids: readonly string[]): Desk | undefined {
  const { data } = useQuery({
    queryKey: ['photos', assignmentId, 'desk', ids],
    queryFn: () => ask<Desk>(`assignments/${assignmentId}/desk`, 'POST', { photoIds: ids }),
    enabled: ids.length > 0,
    gcTime: 60_000,
  });
  return data;
}
