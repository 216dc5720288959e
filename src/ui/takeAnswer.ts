import type { QueryClient, QueryKey } from '@tanstack/react-query';

/**
 * Shows what the server answered to a write. A read that began before the write could bring back the former
 * state and would be taken for a change made elsewhere: it is dropped, and begun again.
 */
export async function takeAnswer<T>(queries: QueryClient, queryKey: QueryKey, answer: T): Promise<void> {
  const isReading = queries.isFetching({ queryKey, exact: true }) > 0;
  await queries.cancelQueries({ queryKey, exact: true });
  queries.setQueryData<T>(queryKey, answer);
  if (isReading) void queries.invalidateQueries({ queryKey, exact: true });
}
