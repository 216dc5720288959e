'use client';

import { useCallback, useEffect, useMemo, useState } from 'react';
import { type FieldId, isFieldId } from '@/core/catalogue/fields';

export type Need = 'few' | 'usual' | 'all' | 'own';

interface Kept {
  readonly need: Need;
  readonly own: readonly string[];
}

/** Which fields are there: few, usual, all, or one's own choice; kept in this browser under `place`. */
export function useShownFields(place: string) {
  const [{ need, own }, setKept] = useState<Kept>({ need: 'usual', own: [] });
  const [opened, setOpened] = useState<ReadonlySet<FieldId>>(new Set());
  useEffect(() => {
    const stored = read(place);
    if (stored) setKept(stored);
  }, [place]);
  const keep = useCallback(
    (next: Kept) => {
      setKept(next);
      localStorage.setItem(place, JSON.stringify(next));
    },
    [place],
  );
  const open = useCallback((id: FieldId) => setOpened((before) => new Set(before).add(id)), []);
  return useMemo(
    () => ({
      need,
      own: new Set(own.filter(isFieldId)),
      opened,
      setNeed: (next: Need) => keep({ need: next, own }),
      setOwn: (id: FieldId, chosen: boolean) =>
        keep({ need, own: chosen ? [...own, id] : own.filter((one) => one !== id) }),
      open,
    }),
    [need, own, opened, open, keep],
  );
}
export type ShownFields = ReturnType<typeof useShownFields>;

function read(place: string): Kept | undefined {
  try {
    const kept = JSON.parse(localStorage.getItem(place) ?? '') as Kept;
    return Array.isArray(kept.own) ? kept : undefined;
  } catch {
    return undefined;
  }
}
