'use client';

import { Box } from '@chakra-ui/react';
import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { useLayoutEffect, useRef, useState } from 'react';
import type { Shelf } from '@/server/operations/templateShelf';
import type { ListedTemplate } from '@/server/operations/templates';
import { ShelfRow } from './ShelfRow';

/** Rows of the shelf; only those near the window are mounted. */
export function ShelfRows({ shelf, shown }: { shelf: Shelf; shown: readonly ListedTemplate[] }) {
  const box = useRef<HTMLDivElement>(null);
  const [top, setTop] = useState(0);
  // The rows begin lower when the starters are open.
  useLayoutEffect(() => setTop((before) => box.current?.offsetTop ?? before));
  const rows = useWindowVirtualizer({
    count: shown.length,
    estimateSize: () => 68,
    overscan: 8,
    scrollMargin: top,
    getItemKey: (index) => shown[index]!.id,
    initialRect: { width: 1280, height: 800 },
  });
  return (
    <Box ref={box} position="relative" height={`${rows.getTotalSize()}px`} role="list" aria-label="Templates">
      {rows.getVirtualItems().map(({ index, key, start }) => (
        <Box
          key={key}
          ref={rows.measureElement}
          data-index={index}
          role="listitem"
          position="absolute"
          top="0"
          left="0"
          right="0"
          transform={`translateY(${start - top}px)`}
        >
          <ShelfRow
            template={shown[index]!}
            inForce={shelf.inForce[shown[index]!.id] ?? []}
            all={shelf.templates}
          />
        </Box>
      ))}
    </Box>
  );
}
