'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import { useFollow } from './useFollow';

export const SAVE_AFTER_MS = 600;

interface Saving<T> {
  readonly isSame: (a: T, b: T) => boolean;
  /** Before the first change that is not saved yet. */
  readonly begin?: () => void;
  readonly keep: (value: T) => void;
}

/** A value that is kept shortly after the last change, on leaving its box or the page, and when the selection moves on. */
export function useSavedValue<T>(shared: T, saving: Saving<T>) {
  const [value, setValue] = useState(shared);
  const pending = useRef<{ readonly value: T }>(undefined);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const latest = useRef(saving);
  latest.current = saving;
  const tell = useFollow(shared, {
    isSame: saving.isSame,
    isPending: () => pending.current !== undefined,
    apply: (now) => setValue((before) => (latest.current.isSame(before, now) ? before : now)),
  });
  const save = useCallback(() => {
    clearTimeout(timer.current);
    const waiting = pending.current;
    pending.current = undefined;
    if (!waiting) return;
    latest.current.keep(waiting.value);
    tell(waiting.value);
  }, [tell]);
  const change = useCallback(
    (next: T) => {
      if (!pending.current) latest.current.begin?.();
      setValue(next);
      pending.current = { value: next };
      clearTimeout(timer.current);
      timer.current = setTimeout(save, SAVE_AFTER_MS);
    },
    [save],
  );
  useEffect(() => {
    window.addEventListener('pagehide', save);
    return () => {
      window.removeEventListener('pagehide', save);
      save();
    };
  }, [save]);
  const isPending = useCallback(() => pending.current !== undefined, []);
  return { value, change, save, isPending };
}
