'use client';

import { useVirtualizer } from '@tanstack/react-virtual';
import { type RefObject, useEffect, useMemo } from 'react';
import { useScrollPlace } from '@/ui/useScrollPlace';
import { useTextSize } from '@/ui/useTextSize';
import { useCurrentInSight } from '../set/useCurrentInSight';
import type { PhotoView } from '../set/view';
import { type LedgerColumn, PICTURE_WIDTH } from './useColumnTable';

/** At the usual text size. */
const ROW_HEIGHT = 64;
const HEAD_HEIGHT = 34;

/** Which rows and columns are in sight, and where they stand; the current cell is kept in sight. */
export function useLedgerGrid(
  scroller: RefObject<HTMLElement | null>,
  /** Under which the scrolled place is found again. */
  place: string,
  shown: readonly PhotoView[],
  leaves: readonly LedgerColumn[],
  { current, field }: { readonly current: string | undefined; readonly field: string | undefined },
) {
  const textSize = useTextSize();
  const [pictureWidth, headHeight] = [PICTURE_WIDTH * textSize, HEAD_HEIGHT * textSize];
  const down = useVirtualizer({
    count: shown.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT * textSize,
    scrollMargin: headHeight,
    scrollPaddingStart: headHeight,
    overscan: 4,
    useFlushSync: false,
  });
  const across = useVirtualizer({
    horizontal: true,
    count: leaves.length,
    getScrollElement: () => scroller.current,
    estimateSize: (at) => (leaves[at]?.width ?? 0) * textSize,
    scrollPaddingStart: pictureWidth,
    overscan: 1,
    useFlushSync: false,
  });
  useEffect(() => {
    down.measure();
    across.measure();
  }, [textSize, leaves]);
  const scrolled = useScrollPlace(scroller, place, down.getTotalSize());
  const row = useMemo(() => shown.findIndex((view) => view.id === current), [shown, current]);
  useCurrentInSight(down, row, current, scrolled);
  useEffect(() => {
    const at = leaves.findIndex((one) => one.id === field);
    if (at >= 0) across.scrollToIndex(at, { align: 'auto' });
  }, [field, leaves, across]);
  const items = across.getVirtualItems();
  const inSight = useMemo(
    () =>
      items.flatMap(({ index, start, size }) => {
        const leaf = leaves[index];
        return leaf ? [{ ...leaf, index, left: start + pictureWidth, width: size }] : [];
      }),
    [items, leaves, pictureWidth],
  );
  return {
    rows: down.getVirtualItems(),
    inSight,
    pictureWidth,
    headHeight,
    height: down.getTotalSize() + headHeight,
    width: across.getTotalSize() + pictureWidth,
  };
}
