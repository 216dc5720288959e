'use client';

import { useMemo, useRef, useState } from 'react';
import { inOrder, type Order, orderCode } from './order';
import { type Known, type Show, showCode, shownOf } from './show';
import type { PhotoView } from './view';

export interface Arranged {
  /** What is shown, in its order. */
  readonly shown: readonly PhotoView[];
  /** The same pictures in an order that stays the same when another is chosen. */
  readonly members: readonly PhotoView[];
  /** How many of them no longer match the filter: they stay until it is applied again. */
  readonly stale: number;
  readonly again: () => void;
}

interface Held {
  readonly key: string;
  readonly ids: readonly string[];
}

/**
 * The pictures that a filter shows, in an order. A picture that was shown stays in its place while one works,
 * also where it no longer matches: nothing moves away under the hands of somebody who writes.
 */
export function useArranged(views: readonly PhotoView[], show: Show, order: Order, known: Known): Arranged {
  const [turn, setTurn] = useState(0);
  const held = useRef<Held>(undefined);
  const isReady = `${known.values !== undefined} ${known.failing !== undefined}`;
  const matched = useMemo(() => shownOf(views, show, known), [views, show, known]);
  const shown = useMemo(() => {
    if (show.of === 'all' && order.by === 'place' && !order.isDown) return views;
    const key = `${showCode(show)} ${orderCode(order)} ${turn} ${isReady}`;
    const before = held.current?.key === key ? held.current.ids : undefined;
    const found = arranged(views, matched, before, (some) => inOrder(some, order, known.values));
    held.current = { key, ids: found.map((view) => view.id) };
    return found;
  }, [views, matched, show, order, turn, isReady, known.values]);
  const members = shown.length === matched.length ? matched : shown;
  return {
    shown,
    members,
    stale: shown.length - matched.length,
    again: () => setTurn((before) => before + 1),
  };
}

function arranged(
  views: readonly PhotoView[],
  matched: readonly PhotoView[],
  before: readonly string[] | undefined,
  put: (some: readonly PhotoView[]) => readonly PhotoView[],
): readonly PhotoView[] {
  if (!before) return put(matched);
  const stood = new Set(before);
  const all = new Map(views.map((view) => [view.id, view]));
  const isNew = matched.some((view) => !stood.has(view.id));
  if (!isNew) return before.flatMap((id) => all.get(id) ?? []);
  const wanted = new Set([...before, ...matched.map((view) => view.id)]);
  return put(views.filter((view) => wanted.has(view.id)));
}
