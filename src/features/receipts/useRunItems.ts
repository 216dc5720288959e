'use client';

import { keepPreviousData, useQueries } from '@tanstack/react-query';
import { useCallback, useState } from 'react';
import { apiRequest } from '@/ui/api';
import { queryKeys } from '@/ui/queryKeys';
import type { Receipt, ReceiptItem } from './types';

const PAGE = 50;
const WHILE_GOING_MS = 1000;

/** The files of a run, read in pages as they come into sight. */
export function useRunItems({ id, state, counts }: Receipt) {
  const [pages, setPages] = useState<readonly number[]>([0]);
  const going = state === 'running' || state === 'waiting';
  const results = useQueries({
    queries: pages.map((page) => ({
      // Once it has ended, what is taken back or tried again shows by the counts.
      queryKey: queryKeys.runItems(id, page, going ? counts.failed : Object.values(counts).join()),
      queryFn: () => apiRequest<ReceiptItem[]>(`runs/${id}/items?from=${page * PAGE}&most=${PAGE}`),
      placeholderData: keepPreviousData,
      ...(going ? { refetchInterval: WHILE_GOING_MS } : {}),
    })),
  });
  const look = useCallback((first: number, last: number) => {
    const from = Math.floor(first / PAGE);
    const wanted = Array.from({ length: Math.floor(last / PAGE) - from + 1 }, (_, i) => from + i);
    setPages((before) => (before.join() === wanted.join() ? before : wanted));
  }, []);
  const itemAt = (index: number): ReceiptItem | undefined => {
    const at = pages.indexOf(Math.floor(index / PAGE));
    return at === -1 ? undefined : results[at]?.data?.[index % PAGE];
  };
  return { itemAt, look };
}
