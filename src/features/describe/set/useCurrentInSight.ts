'use client';

import type { Virtualizer } from '@tanstack/react-virtual';
import { type RefObject, useEffect } from 'react';

/**
 * Scrolls to the current picture when it becomes the current one or moves. Other changes of the set scroll nothing: a person
 * may be looking at other pictures.
 */
export function useCurrentInSight(
  virtual: Pick<Virtualizer<HTMLElement, Element>, 'scrollToIndex'>,
  /** -1 where it is not shown. */
  row: number,
  current: string | undefined,
  /** The former scroll position, if it is not found yet. */
  scrolled: RefObject<number | undefined>,
): void {
  useEffect(() => {
    // Another picture in the same row may have been out of sight: `current` counts too.
    if (scrolled.current === undefined && row >= 0) virtual.scrollToIndex(row, { align: 'auto' });
  }, [current, row, virtual, scrolled]);
}
