'use client';

import { defaultRangeExtractor, type Range, useVirtualizer } from '@tanstack/react-virtual';
import { type RefObject, useCallback, useEffect, useMemo } from 'react';
import { useScrollPlace } from '@/ui/useScrollPlace';
import { useTextSize } from '@/ui/useTextSize';
import { useCurrentInSight } from '../set/useCurrentInSight';
import type { PhotoView } from '../set/view';
import { type LedgerColumn, PICTURE_WIDTH } from './ledgerColumns';

/** At the usual text size. */
const ROW_HEIGHT = 64;
const HEAD_HEIGHT = 34;

/** Which rows and columns are in sight, and where they are; the current cell is kept in sight. */
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
  const row = useMemo(() => shown.findIndex((view) => view.id === current), [shown, current]);
  const column = useMemo(() => leaves.findIndex((one) => one.id === field), [leaves, field]);
  const down = useVirtualizer({
    count: shown.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT * textSize,
    scrollMargin: headHeight,
    scrollPaddingStart: headHeight,
    overscan: 4,
    rangeExtractor: useAlsoThere(row),
    useFlushSync: false,
  });
  const across = useVirtualizer({
    horizontal: true,
    count: leaves.length,
    getScrollElement: () => scroller.current,
    estimateSize: (at) => (leaves[at]?.width ?? 0) * textSize,
    scrollPaddingStart: pictureWidth,
    overscan: 1,
    rangeExtractor: useAlsoThere(column),
    useFlushSync: false,
  });
  useEffect(() => {
    down.measure();
    across.measure();
  }, [textSize, leaves]);
  const scrolled = useScrollPlace(scroller, place, down.getTotalSize());
  useCurrentInSight(down, row, current, scrolled);
  useEffect(() => {
    if (column >= 0) across.scrollToIndex(column, { align: 'auto' });
  }, [column, leaves, across]);
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

/** The cell one is in is there wherever one scrolls: it may be written in. */
function useAlsoThere(at: number): (range: Range) => number[] {
  return useCallback(
    (range: Range) => {
      const inSight = defaultRangeExtractor(range);
      if (at < 0 || at >= range.count || inSight.includes(at)) return inSight;
      return at < range.startIndex ? [at, ...inSight] : [...inSight, at];
    },
    [at],
  );
}
