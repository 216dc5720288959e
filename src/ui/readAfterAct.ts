import type { QueryClient, QueryKey } from '@tanstack/react-query';
import { refresh } from './refresh';

let stream: EventSource | undefined;

/** The event stream of this window; it contains every change, also its own. */
export function follow(opened: EventSource | undefined): void {
  stream = opened;
}

/**
 * Reads again what an act of this window changed. The stream of changes does it already where it is open; were
 * it cut just now, everything is read again when it is back. Read twice, it would cost twice.
 */
export async function readAfterAct(queries: QueryClient, queryKey: QueryKey): Promise<void> {
  if (stream?.readyState !== 1) await refresh(queries, { queryKey });
}
