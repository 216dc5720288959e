'use client';

import { useCallback, useRef, useState } from 'react';
import { useLeaving } from '@/ui/useLeaving';
import { useServerValue } from './useServerValue';

export const SAVE_AFTER_MS = 600;
/** Who goes on typing within it goes on with the same text: one undo takes back all of it. */
const ENTRY_PAUSE_MS = 5000;

interface Saving<T> {
  /** When the shared value was read (core/drafts/snapshot). */
  readonly snapshot: string | undefined;
  readonly isSame: (a: T, b: T) => boolean;
  /** Before the first change that is not saved yet. */
  readonly begin?: () => void;
  /** `continues`: it goes on with what was kept before. */
  readonly keep: (value: T, continues: boolean) => void;
  /** What is as it was before is kept too: other things go with it. */
  readonly keepsSame?: boolean;
}

/** A value that is kept shortly after the last change, on leaving its box or the page, and when the selection moves on. */
export function useSavedValue<T>(shared: T, saving: Saving<T>) {
  const [value, setValue] = useState(shared);
  const pending = useRef<{ readonly value: T; readonly before: T }>(undefined);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  /** When the last change of the entry was made that is not ended. */
  const entry = useRef<{ readonly at: number; readonly isKept: boolean }>(undefined);
  const latest = useRef({ ...saving, value });
  latest.current = { ...saving, value };
  const { tell, follow } = useServerValue(shared, {
    snapshot: saving.snapshot,
    isPending: () => pending.current !== undefined,
    apply: (now) => setValue((before) => (latest.current.isSame(before, now) ? before : now)),
  });
  const saveNow = useCallback(() => {
    clearTimeout(timer.current);
    const waiting = pending.current;
    pending.current = undefined;
    if (!waiting) return;
    const continues = entry.current?.isKept ?? false;
    const { isSame, keep, keepsSame } = latest.current;
    // Typed and taken back: of pictures that differ, none is written to.
    if (!keepsSame && isSame(waiting.value, waiting.before)) return follow();
    keep(waiting.value, continues);
    if (entry.current) entry.current = { ...entry.current, isKept: true };
    tell();
  }, [tell, follow]);
  const save = useCallback(() => {
    saveNow();
    entry.current = undefined;
  }, [saveNow]);
  const change = useCallback(
    (next: T) => {
      const at = Date.now();
      const isGoingOn = entry.current && at - entry.current.at < ENTRY_PAUSE_MS;
      entry.current = { at, isKept: isGoingOn ? entry.current!.isKept : false };
      if (!pending.current) latest.current.begin?.();
      setValue(next);
      pending.current = {
        value: next,
        before: pending.current ? pending.current.before : latest.current.value,
      };
      clearTimeout(timer.current);
      timer.current = setTimeout(saveNow, SAVE_AFTER_MS);
    },
    [saveNow],
  );
  useLeaving(save);
  const isPending = useCallback(() => pending.current !== undefined, []);
  return { value, change, save, isPending };
}
