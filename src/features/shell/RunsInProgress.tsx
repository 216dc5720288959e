'use client';

import { chakra } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { runActs } from '@/server/runs/runActs';
import { ask } from '@/ui/api';
import type { ListedRun } from '../receipts/types';

/** What is going on just now, wherever one is. */
export function RunsInProgress() {
  const { data = [] } = useQuery({ queryKey: ['runs'], queryFn: () => ask<ListedRun[]>('runs') });
  const going = data.filter((run) => run.state === 'running' || run.state === 'waiting');
  return (
    <chakra.span role="status" fontSize="0.8125rem" color="soft">
      {going.map((run) => {
        const done = total(run.counts) - run.counts.waiting;
        return (
          <Link key={run.id} href={`/runs/${run.id}`}>
            {run.paused ? 'Paused at' : runActs[run.act].inProgress} {done} of {total(run.counts)}
          </Link>
        );
      })}
    </chakra.span>
  );
}

function total(counts: ListedRun['counts']): number {
  return Object.values(counts).reduce((sum, one) => sum + one, 0);
}
