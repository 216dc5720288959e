'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import { type FieldValue, sameValue } from '@/core/catalogue/value';
import { useFollow } from './useFollow';

const SAVE_AFTER_MS = 600;

/** A value that is written shortly after the last change, on leaving it, and when the page or selection goes. */
export function useSavedValue(shared: FieldValue | null, write: (value: FieldValue | null) => void) {
  const [value, setValue] = useState(shared);
  const pending = useRef<{ readonly value: FieldValue | null }>(undefined);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const tell = useRef<(value: FieldValue | null) => void>(() => undefined);
  const latest = useRef(write);
  latest.current = write;
  const save = useCallback(() => {
    clearTimeout(timer.current);
    const waiting = pending.current;
    pending.current = undefined;
    if (!waiting) return;
    latest.current(waiting.value);
    tell.current(waiting.value);
  }, []);
  const change = useCallback(
    (next: FieldValue | null) => {
      setValue(next);
      pending.current = { value: next };
      clearTimeout(timer.current);
      timer.current = setTimeout(save, SAVE_AFTER_MS);
    },
    [save],
  );
  tell.current = useFollow(shared, {
    isSame: sameValue,
    isPending: () => pending.current !== undefined,
    apply: (now) => setValue((before) => (sameValue(before, now) ? before : now)),
  });
  useEffect(() => {
    window.addEventListener('pagehide', save);
    return () => {
      window.removeEventListener('pagehide', save);
      save();
    };
  }, [save]);
  return { value, change, save };
}
