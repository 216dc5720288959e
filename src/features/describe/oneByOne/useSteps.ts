'use client';

import { useCallback, useEffect, useMemo } from 'react';
import type { PictureSet } from '../set/useSet';
import { lacksCaption } from '../set/view';

/** The picture that is shown, and the way through the others; the selection stays as it is. */
export function useSteps({ shown, selection }: Pick<PictureSet, 'shown' | 'selection'>) {
  const { current, goTo, ids } = selection;
  const at = useMemo(() => shown.findIndex((view) => view.id === current), [shown, current]);
  // Without a current picture, the first of the selection, or of all.
  const first = at === -1 ? (shown.find((view) => ids.has(view.id)) ?? shown[0])?.id : undefined;
  useEffect(() => {
    if (first) goTo(first);
  }, [first, goTo]);
  const step = useCallback(
    (by: number) => {
      const next = shown[at + by];
      if (next) goTo(next.id);
      return next !== undefined;
    },
    [shown, at, goTo],
  );
  /** The next one that lacks a caption, from here on and then from the beginning. */
  const nextLacking = useMemo(
    () =>
      shown.find((view, place) => place > at && lacksCaption(view)) ??
      shown.find((view, place) => place < at && lacksCaption(view)),
    [shown, at],
  );
  const lacking = useMemo(() => shown.filter(lacksCaption).length, [shown]);
  const ahead = useMemo(() => {
    const next = [shown[at + 1], nextLacking, shown[at + 2]];
    return [...new Set(next.filter((view) => view !== undefined))].slice(0, 2);
  }, [shown, at, nextLacking]);
  return { view: shown[at], before: shown[at - 1], at, step, nextLacking, lacking, ahead, goTo };
}
