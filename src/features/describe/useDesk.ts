'use client';

import { useQuery } from '@tanstack/react-query';
import type { Scope } from '@/core/drafts/scope';
import type { Desk } from '@/server/operations/photos/acrossPhotos';
import { apiRequest } from '@/ui/api';
import { queryKeys } from '@/ui/queryKeys';

/** Captions and keywords across a selection; undefined until they are known. */
export function useDesk(assignmentId: string, scope: Scope, count: number): Desk | undefined {
  const { data } = useQuery({
    queryKey: queryKeys.desk(assignmentId, scope),
    queryFn: () => apiRequest<Desk>(`assignments/${assignmentId}/desk`, 'POST', { scope }),
    enabled: count > 0,
    gcTime: 60_000,
  });
  return data;
}
