'use client';

import { type RefObject, useEffect, useState } from 'react';

/** How many columns of at least so many pixels (at a text size of 16) a box has room for. */
export function useColumns(scroller: RefObject<HTMLElement | null>, leastWidth: number): number {
  const [columns, setColumns] = useState(5);
  useEffect(() => {
    const box = scroller.current;
    if (!box) return;
    const fit = () => {
      const textSize = Number.parseFloat(getComputedStyle(document.documentElement).fontSize) / 16;
      setColumns(Math.max(1, Math.floor(box.clientWidth / (leastWidth * textSize))));
    };
    const observer = new ResizeObserver(fit);
    observer.observe(box);
    return () => observer.disconnect();
  }, [scroller, leastWidth]);
  return columns;
}
