'use client';

import { useQuery } from '@tanstack/react-query';
import { formatNumber } from '@/core/wording/counts';
import { pace } from '@/core/wording/pace';
import type { FolderScan as Scan } from '@/server/follow/scanProgress';
import { apiRequest } from '@/ui/api';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';

const WHILE_READING_MS = 3000;

/** Reports on every page of an assignment how far the reading of its folder has come. */
export function FolderScan({ assignmentId }: { assignmentId: string }) {
  const { data } = useQuery({
    queryKey: queryKeys.folderScan(assignmentId),
    queryFn: () => apiRequest<Scan | null>(`assignments/${assignmentId}/scan`),
    refetchInterval: ({ state }) => (state.data ? WHILE_READING_MS : false),
  });
  if (!data) return null;
  return (
    <Notice kind="banner">
      Reading the folder: {formatNumber(data.done)} of {formatNumber(data.total)} new pictures (
      {pace(data.rate, data.total - data.done)}). Those that are read can be used.
    </Notice>
  );
}
