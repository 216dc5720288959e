'use client';

import { useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { formatNumber } from '@/core/wording/counts';
import { runActs } from '@/server/runs/runActs';
import { apiRequest } from '@/ui/api';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import type { ListedRun } from '../receipts/types';

/** What is going on just now, wherever one is. */
export function RunsInProgress() {
  const { data = [] } = useQuery({
    queryKey: queryKeys.runs(),
    queryFn: () => apiRequest<ListedRun[]>('runs'),
  });
  const going = data.filter((run) => run.state === 'running' || run.state === 'waiting');
  return (
    <Notice kind="info" as="span" fontSize="small">
      {going.map((run) => {
        const done = total(run.counts) - run.counts.waiting;
        return (
          <Link key={run.id} href={`/runs/${run.id}`}>
            {run.paused ? 'Paused at' : runActs[run.act].inProgress} {formatNumber(done)} of{' '}
            {formatNumber(total(run.counts))}
          </Link>
        );
      })}
    </Notice>
  );
}

function total(counts: ListedRun['counts']): number {
  return Object.values(counts).reduce((sum, one) => sum + one, 0);
}
