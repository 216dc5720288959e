'use client';

import { usePathname, useSearchParams } from 'next/navigation';
import { useMemo, useRef, useSyncExternalStore } from 'react';
import { followAddress, openedQuery } from './addressSteps';

/** These parts of the query, as they are in the address now; the same object as long as they do. */
export function useAddressParts(parts: readonly string[]): URLSearchParams {
  const path = usePathname();
  const routed = useSearchParams();
  const held = useRef<string>(undefined);
  const read = () => {
    // A page that comes or goes is under the address of another for a moment.
    if (window.location.pathname === path)
      held.current = only(parts, new URLSearchParams(window.location.search));
    else held.current ??= only(parts, routed);
    return held.current;
  };
  // What the server made is hydrated as it is, also if Back was pressed since.
  const made = () => only(parts, openedQuery(path) ?? routed);
  const now = useSyncExternalStore(followAddress, read, made);
  return useMemo(() => new URLSearchParams(now), [now]);
}

function only(parts: readonly string[], query: Pick<URLSearchParams, 'getAll'>): string {
  const named = parts.flatMap((part) => query.getAll(part).map((value) => [part, value]));
  return new URLSearchParams(named).toString();
}
