'use client';

import { useCallback, useEffect, useMemo, useState } from 'react';
import { type FieldId, isFieldId } from '@/core/catalogue/fields';
import type { Need } from './bookState';

const STORAGE = 'fabrica:fields';

interface Kept {
  readonly need: Need;
  readonly own: readonly string[];
}

/** Which fields stand as lines: few, usual, all, or one's own choice; kept in this browser. */
export function useShownFields() {
  const [{ need, own }, setKept] = useState<Kept>({ need: 'usual', own: [] });
  const [opened, setOpened] = useState<ReadonlySet<FieldId>>(new Set());
  useEffect(() => {
    const stored = read();
    if (stored) setKept(stored);
  }, []);
  const keep = useCallback((next: Kept) => {
    setKept(next);
    localStorage.setItem(STORAGE, JSON.stringify(next));
  }, []);
  return useMemo(
    () => ({
      need,
      own: new Set(own.filter(isFieldId)),
      opened,
      setNeed: (next: Need) => keep({ need: next, own }),
      setOwn: (id: FieldId, chosen: boolean) =>
        keep({ need, own: chosen ? [...own, id] : own.filter((one) => one !== id) }),
      open: (id: FieldId) => setOpened((before) => new Set(before).add(id)),
    }),
    [need, own, opened, keep],
  );
}
export type ShownFields = ReturnType<typeof useShownFields>;

function read(): Kept | undefined {
  try {
    const kept = JSON.parse(localStorage.getItem(STORAGE) ?? '') as Kept;
    return Array.isArray(kept.own) ? kept : undefined;
  } catch {
    return undefined;
  }
}
