import type { Query, QueryClient, QueryFilters } from '@tanstack/react-query';

/**
 * Reads queries again after a change. A query that is being read for the first time, or that the page no longer shows, may
 * have been answered before the change: it is invalidated once more when its answer is there (invalidating alone does not
 * cancel such a read, and its answer would count as new).
 */
export function refresh(queries: QueryClient, filters: QueryFilters = {}): Promise<void> {
  const cache = queries.getQueryCache();
  const begun = cache
    .findAll(filters)
    .filter(
      (query) =>
        query.state.fetchStatus === 'fetching' && (query.state.data === undefined || !query.isActive()),
    );
  for (const query of begun) whenRead(queries, query);
  return queries.invalidateQueries(filters);
}

const waiting = new WeakSet<Query>();

function whenRead(queries: QueryClient, query: Query): void {
  if (waiting.has(query)) return;
  waiting.add(query);
  const off = queries.getQueryCache().subscribe((event) => {
    if (event.query !== query || query.state.fetchStatus !== 'idle') return;
    off();
    waiting.delete(query);
    void queries.invalidateQueries({ queryKey: query.queryKey, exact: true });
  });
}
