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
    queryFn: () => apiRequest<{ scan: Scan | null }>(`assignments/${assignmentId}/scan`),
    refetchInterval: ({ state }) => (state.data?.scan ? WHILE_READING_MS : false),
  });
  const scan = data?.scan;
  if (!scan) return null;
  return (
    <Notice kind="banner">
      Reading the folder: {formatNumber(scan.done)} of {formatNumber(scan.total)} new pictures (
      {pace(scan.rate, scan.total - scan.done)}). Those that are read can be used.
    </Notice>
  );
}
