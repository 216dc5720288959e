'use client';

import { useCallback, useEffect, useId, useRef, useSyncExternalStore } from 'react';
import type { Scope } from '@/core/drafts/scope';
import type { Writing } from '@/server/operations/drafts/writing';
import { useLeaving } from '@/ui/useLeaving';
import type { OpenEdit, Write } from './boxes';
import { useBoxStore } from './useEditStore';

export interface Box<T> {
  readonly value: T;
  readonly change: (value: T) => void;
  /** Writes what is typed: the box is left. False where it is not allowed: then it stays. */
  readonly save: () => boolean;
  /** Lets go of what is typed and not written yet. */
  readonly putBack: () => void;
  readonly isOpen: boolean;
  /** It was to be written, and the value is not allowed. */
  readonly isNotAllowed: boolean;
}

interface Options<T> {
  readonly scope: Scope;
  readonly write: Write;
  /** What the page shows without what is typed here. */
  readonly shown: T;
  readonly isSame: (a: T, b: T) => boolean;
  /** The act that a value is; undefined where the value is not allowed. */
  readonly writingOf: (value: T) => Writing | undefined;
  /** Written although it is as before: other things go with it. */
  readonly keepsSame?: boolean;
  /** Written on leaving only. */
  readonly onLeave?: boolean;
  /** Whether the value of the pictures is loaded. */
  readonly isRead?: boolean;
  /** The text that it changes, where that is known. */
  readonly baseOf?: () => string | undefined;
}

/** A box of a value: it shows what is typed into it, else what the page shows. */
export function useBox<T>(options: Options<T>): Box<T> {
  const store = useBoxStore();
  const box = useId();
  const latest = useRef(options);
  latest.current = options;
  const read = () => store.boxes.openIn(box) as OpenEdit<T> | undefined;
  const open = useSyncExternalStore(store.subscribe, read, () => undefined);
  /** What was typed last: blanks at its end are not saved, and whoever pauses behind one still finds it. */
  const lastTyped = useRef<{ readonly value: T }>(undefined);
  const { shown, isSame } = options;
  const last = lastTyped.current;
  const value = open ? open.value : last && isSame(last.value, shown) ? last.value : shown;
  const shownValue = useRef(value);
  shownValue.current = value;
  const change = useCallback(
    (next: T) => {
      const { scope, write, keepsSame, onLeave, isSame } = latest.current;
      lastTyped.current = { value: next };
      const act = () => {
        const { writingOf, baseOf } = latest.current;
        const [writing, base] = [writingOf(next), baseOf?.()];
        return writing && { writing, ...(base === undefined ? {} : { base }) };
      };
      store.boxes.type<T>(
        box,
        {
          value: next,
          before: shownValue.current,
          scope,
          write,
          keepsSame,
          isSame,
          act,
          isRead: () => latest.current.isRead ?? true,
        },
        onLeave ? { onLeave } : {},
      );
    },
    [store, box],
  );
  const save = useCallback(() => store.boxes.leave(box), [store, box]);
  const close = useCallback(() => void store.boxes.close(box), [store, box]);
  const putBack = useCallback(() => store.boxes.putBack(box), [store, box]);
  useLeaving(close);
  // What is not allowed goes with its box.
  useEffect(() => putBack, [putBack]);
  return {
    value,
    change,
    save,
    putBack,
    isOpen: open !== undefined,
    isNotAllowed: open?.isNotAllowed ?? false,
  };
}
