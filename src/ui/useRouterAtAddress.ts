'use client';

import { usePathname, useSearchParams } from 'next/navigation';
import { useEffect, useRef } from 'react';

const AFTER_MS = 300;

/**
 * Two quick presses of Back, the first of which made the router ask the server, can leave it at the page of the first:
 * the answer came behind the second. The address is right then, and is told to it again. `parts` are those of the query
 * that the page goes by; the others may be named without the router (nameAddress).
 */
export function useRouterAtAddress(parts: readonly string[]): void {
  const path = usePathname();
  const query = useSearchParams();
  const latest = useRef({ path, query, parts });
  latest.current = { path, query, parts };
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const look = useRef(() => {
    clearTimeout(timer.current);
    timer.current = setTimeout(() => {
      const { pathname, search, href } = window.location;
      const now = new URLSearchParams(search);
      const shown = latest.current;
      const isThere = shown.parts.every((part) => now.get(part) === shown.query.get(part));
      if (pathname === shown.path && !isThere) window.history.replaceState(null, '', href);
    }, AFTER_MS);
  });
  useEffect(() => look.current(), [query]);
  useEffect(() => {
    const onPop = () => look.current();
    window.addEventListener('popstate', onPop);
    return () => {
      window.removeEventListener('popstate', onPop);
      clearTimeout(timer.current);
    };
  }, []);
}
