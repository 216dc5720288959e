'use client';

import { notifyManager, type Query, type QueryClient, useQueryClient } from '@tanstack/react-query';
import { useCallback, useRef, useSyncExternalStore } from 'react';
import { mayTryAgain } from './api';

/** Why something that the page shows could not be read, until it is; it is tried again meanwhile (newQueries). */
export function useReadProblem(): string | undefined {
  const queries = useQueryClient();
  const last = useRef<string>(undefined);
  const subscribe = useCallback(
    (changed: () => void) => {
      const look = notifyManager.batchCalls(changed);
      // As long as all goes well nothing is looked through: queries come and go with every picture.
      return queries.getQueryCache().subscribe((event) => {
        const hasFailed = event.type === 'updated' && event.action.type === 'error';
        if (hasFailed || last.current !== undefined) look();
      });
    },
    [queries],
  );
  const now = () => {
    const unread = unreadIn(queries);
    // While it is tried again there is no new message: the last one stays.
    last.current = unread && (unread.state.error?.message ?? last.current);
    return last.current;
  };
  return useSyncExternalStore(subscribe, now, () => undefined);
}

function unreadIn(queries: QueryClient): Query | undefined {
  const [first] = queries.getQueryCache().findAll({
    type: 'active',
    predicate: ({ state: { error, errorUpdatedAt, dataUpdatedAt } }) =>
      errorUpdatedAt > dataUpdatedAt && (error === null || mayTryAgain(error)),
  });
  return first;
}
