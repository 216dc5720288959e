'use client';

import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import type { Change } from '@/server/jobs/queue';
import { concernedBy, isSlow } from './queryKeys';
import { follow } from './readAfterAct';
import { refresh } from './refresh';

/** Keeps this window true: whatever changes anywhere is read anew here. */
export function useChanges(): void {
  const queries = useQueryClient();
  useEffect(() => {
    const stream = new EventSource('/api/changes');
    follow(stream);
    // What changed between the page's first look and now, or while the line was cut, was told to nobody.
    stream.onopen = () => refresh(queries, { predicate: ({ queryKey }) => !isSlow(queryKey) });
    stream.onmessage = ({ data }) => {
      const { kind, id } = JSON.parse(data) as Change | { kind: 'everything'; id: string };
      if (kind === 'everything') refresh(queries);
      else for (const queryKey of concernedBy[kind](id)) refresh(queries, { queryKey });
    };
    return () => {
      follow(undefined);
      stream.close();
    };
  }, [queries]);
}
