'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import { type FieldValue, sameValue } from '@/core/catalogue/value';

const SAVE_AFTER_MS = 600;

/** A value that is written shortly after the last change, on leaving it, and when the page or selection goes. */
export function useSavedValue(shared: FieldValue | null, write: (value: FieldValue | null) => void) {
  const [value, setValue] = useState(shared);
  const pending = useRef<{ readonly value: FieldValue | null }>(undefined);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const latest = useRef(write);
  latest.current = write;
  const save = useCallback(() => {
    clearTimeout(timer.current);
    const waiting = pending.current;
    pending.current = undefined;
    if (waiting) latest.current(waiting.value);
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
  const held = useRef(shared);
  useEffect(() => {
    if (pending.current || sameValue(shared, held.current)) return;
    held.current = shared;
    setValue(shared);
  }, [shared]);
  useEffect(() => {
    window.addEventListener('pagehide', save);
    return () => {
      window.removeEventListener('pagehide', save);
      save();
    };
  }, [save]);
  return { value, change, save };
}
