'use client';

import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useLeaving } from '@/ui/useLeaving';

export interface Selection {
  readonly ids: ReadonlySet<string>;
  readonly current: string | undefined;
  /** A click or a key: alone, added (ctrl), or up to here (shift). */
  readonly choose: (id: string, how?: { shift?: boolean; ctrl?: boolean }) => void;
  readonly set: (ids: readonly string[], current?: string) => void;
  /** Selects by a rule; while the set is still read, what arrives is selected by it as well. */
  readonly setBy: (rule: () => readonly string[], current?: string) => void;
  /** Selected by a rule, and not all of the set is there yet. */
  readonly isGrowing: boolean;
  /** Goes to a picture and leaves the selection as it is. */
  readonly goTo: (id: string) => void;
  /** Moves the current picture by so many places. */
  readonly move: (by: number, extend: boolean) => void;
}

/**
 * Which pictures of an ordered set are selected; pictures that went away are forgotten. A reload, or coming
 * back to the page, finds the selection again under `place`. `isWhole`: no more of the set is to come.
 */
export function useSelection(order: readonly string[], place: string, isWhole = true): Selection {
  const [rule, setRule] = useState<() => readonly string[]>();
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [anchor, setAnchor] = useState<string>();
  const [current, setCurrent] = useState<string>();
  const restore = useCallback((kept: KeptSelection) => {
    setChosen(new Set(kept.chosen));
    setCurrent(kept.current);
    setAnchor(kept.current);
  }, []);
  useKept(place, { chosen, current }, restore);
  const ids = useMemo(() => new Set(order.filter((id) => chosen.has(id))), [order, chosen]);

  const upTo = useCallback(
    (from: string | undefined, to: string) => {
      const [a, b] = [order.indexOf(from ?? to), order.indexOf(to)];
      return order.slice(Math.min(a, b), Math.max(a, b) + 1);
    },
    [order],
  );

  const choose = useCallback(
    (id: string, { shift = false, ctrl = false } = {}) => {
      setRule(undefined);
      setCurrent(id);
      if (shift) {
        setChosen(new Set(upTo(anchor, id)));
        return;
      }
      setAnchor(id);
      setChosen((before) => {
        if (!ctrl) return new Set([id]);
        const after = new Set(before);
        if (!after.delete(id)) after.add(id);
        return after;
      });
    },
    [anchor, upTo],
  );

  const move = useCallback(
    (by: number, extend: boolean) => {
      const at = current === undefined ? -1 : order.indexOf(current);
      const next = order[Math.min(Math.max(at + by, 0), order.length - 1)];
      if (next !== undefined) choose(next, { shift: extend });
    },
    [choose, current, order],
  );

  const set = useCallback((wanted: readonly string[], at = wanted[0]) => {
    setRule(undefined);
    setChosen(new Set(wanted));
    setAnchor(at);
    setCurrent(at);
  }, []);
  const setBy = useCallback(
    (next: () => readonly string[], at?: string) => {
      const wanted = next();
      set(wanted, at ?? wanted[0]);
      if (!isWhole) setRule(() => next);
    },
    [set, isWhole],
  );
  useEffect(() => {
    if (!rule || order.length === 0) return;
    setChosen(new Set(rule()));
    if (isWhole) setRule(undefined);
  }, [rule, order, isWhole]);

  return {
    ids,
    current: current !== undefined && order.includes(current) ? current : undefined,
    choose,
    set,
    setBy,
    isGrowing: rule !== undefined,
    goTo: setCurrent,
    move,
  };
}

interface KeptSelection {
  readonly chosen: readonly string[];
  readonly current?: string;
}

/** Beyond so many, what is selected is kept a moment later: a hundred thousand take a quarter of a second. */
const AT_ONCE = 1000;
const LATER = 1000;

/**
 * Keeps the selection in this window of the browser, and gives it back when the page is opened. The current picture has
 * a place of its own: going to the next one does not keep all that are selected again.
 */
function useKept(
  place: string,
  { chosen, current }: { chosen: ReadonlySet<string>; current: string | undefined },
  onFound: (kept: KeptSelection) => void,
): void {
  const found = useRef(false);
  useEffect(() => {
    const kept = JSON.parse(sessionStorage.getItem(place) ?? 'null') as unknown;
    if (Array.isArray(kept))
      onFound({ chosen: kept, current: sessionStorage.getItem(currentOf(place)) || undefined });
    found.current = true;
  }, [place, onFound]);
  useEffect(() => {
    if (found.current) keep(currentOf(place), current ?? '');
  }, [place, current]);
  const waiting = useRef<() => void>(undefined);
  const first = useRef(chosen);
  useEffect(() => {
    // Nothing was chosen yet: what is kept there stays until it was found.
    if (chosen === first.current) return;
    const keepNow = () => {
      waiting.current = undefined;
      keep(place, JSON.stringify([...chosen]));
    };
    if (chosen.size <= AT_ONCE) return keepNow();
    waiting.current = keepNow;
    const later = setTimeout(keepNow, LATER);
    return () => clearTimeout(later);
  }, [place, chosen]);
  useLeaving(useCallback(() => waiting.current?.(), []));
}

const currentOf = (place: string) => `${place} current`;

function keep(place: string, text: string): void {
  try {
    sessionStorage.setItem(place, text);
  } catch {
    // No room for a selection of very many: it is kept while the page is open.
  }
}
