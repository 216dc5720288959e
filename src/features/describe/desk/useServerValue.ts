'use client';

import { useCallback, useEffect, useRef } from 'react';
import { isAfterActs, onActsAnswered } from './unsaved';

/**
 * Follows what the server holds, for a box that one writes in: not while something waits to be saved, and after a
 * save only with what was read behind it. `snapshot` tells when `shared` was read.
 */
export function useServerValue<T>(
  shared: T,
  {
    snapshot,
    isPending,
    apply,
  }: {
    readonly snapshot: string | undefined;
    readonly isPending: () => boolean;
    readonly apply: (value: T) => void;
  },
): { readonly tell: () => void; readonly follow: () => void } {
  const hasSaved = useRef(false);
  const latest = useRef({ shared, snapshot, isPending, apply });
  latest.current = { shared, snapshot, isPending, apply };
  const follow = useCallback(() => {
    const { shared: now, ...by } = latest.current;
    if (by.isPending() || (hasSaved.current && !isAfterActs(by.snapshot))) return;
    hasSaved.current = false;
    by.apply(now);
  }, []);
  useEffect(follow, [shared, snapshot]);
  useEffect(() => onActsAnswered(follow), [follow]);
  const tell = useCallback(() => {
    hasSaved.current = true;
  }, []);
  return { tell, follow };
}
