'use client';

import { useEffect, useRef, useState } from 'react';
import { useFollow } from './useFollow';

const SAVE_AFTER_MS = 600;

/** Text that is kept shortly after the last key, on leaving the box or page, and when the selection moves on. */
export function useSavedText(
  shared: string,
  { begin, keep }: { readonly begin: () => void; readonly keep: (text: string) => void },
) {
  const [text, setText] = useState(shared);
  const pending = useRef<string | undefined>(undefined);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  // Blanks at the end are not saved; whoever pauses behind one still finds it there.
  const isSame = (a: string, b: string) => a.trimEnd() === b.trimEnd();
  const tell = useRef<(text: string) => void>(() => undefined);
  const latest = useRef(keep);
  latest.current = keep;
  const save = useRef(() => {
    clearTimeout(timer.current);
    const waiting = pending.current;
    pending.current = undefined;
    if (waiting === undefined) return;
    latest.current(waiting);
    tell.current(waiting);
  }).current;
  const type = (words: string) => {
    if (pending.current === undefined) begin();
    setText(words);
    pending.current = words;
    clearTimeout(timer.current);
    timer.current = setTimeout(save, SAVE_AFTER_MS);
  };
  tell.current = useFollow(shared, {
    isSame,
    isPending: () => pending.current !== undefined,
    apply: (now) => setText((before) => (isSame(before, now) ? before : now)),
  });
  useEffect(() => {
    window.addEventListener('pagehide', save);
    return () => {
      window.removeEventListener('pagehide', save);
      save();
    };
  }, [save]);
  const isPending = useRef(() => pending.current !== undefined).current;
  return { text, type, save, isPending };
}
