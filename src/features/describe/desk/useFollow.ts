'use client';

import { useCallback, useEffect, useRef } from 'react';
import { areActsUnderWay } from './unsaved';

/** An answer that was on its way when something was saved is older than what was saved; none takes this long. */
const SETTLED_AFTER_MS = 4000;

/** How often it is looked whether what was saved has arrived. */
const LOOK_MS = 500;

/** What was saved from this box and has not been told back yet, oldest first. */
interface Saved<T> {
  readonly values: readonly T[];
  readonly until: number;
}

/**
 * Follows what the server holds, for a box that one writes in: not while something waits to be saved, and not
 * with an answer from before the last save. Told what was saved (`tell`), or that nothing was (`follow`).
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
): { readonly tell: (saved: T) => void; readonly follow: () => void } {
  const saved = useRef<Saved<T>>(undefined);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const latest = useRef({ shared, isSame, isPending, apply });
  latest.current = { shared, isSame, isPending, apply };
  const follow = useCallback(() => {
    const { shared: now, ...by } = latest.current;
    clearTimeout(timer.current);
    if (by.isPending()) return;
    if (saved.current) {
      const { values, until } = saved.current;
      const wait = Math.max(values.length > 0 ? until - Date.now() : 0, areActsUnderWay() ? LOOK_MS : 0);
      if (wait > 0) {
        timer.current = setTimeout(follow, wait);
        return;
      }
    }
    saved.current = undefined;
    by.apply(now);
  }, []);
  useEffect(() => {
    if (saved.current) {
      // Written, taken back and written again: the first answer of three is not the last.
      const { values, until } = saved.current;
      const at = values.findIndex((one) => latest.current.isSame(one, shared));
      saved.current = { values: values.slice(at + 1), until };
    }
    follow();
  }, [shared]);
  useEffect(() => () => clearTimeout(timer.current), []);
  const tell = useCallback((value: T) => {
    const values = [...(saved.current?.values ?? []), value];
    saved.current = { values, until: Date.now() + SETTLED_AFTER_MS };
  }, []);
  return { tell, follow };
}
