'use client';

import { useCallback, useEffect, useRef } from 'react';

/** An answer that was on its way when something was saved is older than what was saved; none takes this long. */
const SETTLED_AFTER_MS = 4000;

/**
 * Follows what the server holds, for a box that one writes in: not while something waits to be saved, and not
 * with an answer from before the last save. Gives a function to tell what was saved.
 */
export function useFollow<T>(
  shared: T,
  {
    isSame,
    isPending,
    apply,
  }: {
    readonly isSame: (a: T, b: T) => boolean;
    readonly isPending: () => boolean;
    readonly apply: (value: T) => void;
  },
): (saved: T) => void {
  const saved = useRef<{ readonly value: T; readonly until: number }>(undefined);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const latest = useRef({ shared, isSame, isPending, apply });
  latest.current = { shared, isSame, isPending, apply };
  const follow = useCallback(() => {
    const { shared: now, ...by } = latest.current;
    clearTimeout(timer.current);
    if (by.isPending()) return;
    const wait = saved.current ? saved.current.until - Date.now() : 0;
    if (saved.current && wait > 0 && !by.isSame(now, saved.current.value)) {
      timer.current = setTimeout(follow, wait);
      return;
    }
    saved.current = undefined;
    by.apply(now);
  }, []);
  useEffect(follow, [shared]);
  useEffect(() => () => clearTimeout(timer.current), []);
  return useCallback((value: T) => {
    saved.current = { value, until: Date.now() + SETTLED_AFTER_MS };
  }, []);
}
