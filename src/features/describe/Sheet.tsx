'use client';

import { Box } from '@chakra-ui/react';
import { useVirtualizer } from '@tanstack/react-virtual';
import { type KeyboardEvent, useEffect, useRef } from 'react';
import { useColumns } from '@/ui/useColumns';
import { useScrollPlace } from '@/ui/useScrollPlace';
import { SheetPicture } from './SheetPicture';
import { sheetStyles } from './sheetStyles';
import type { Selection } from './useSelection';
import type { PhotoView } from './view';

/** At the usual text size of 16 px; wider with larger text. */
const LEAST_WIDTH = 236;
const ROW_HEIGHT = 262;

/** The contact sheet: only the rows in sight are there; arrows, shift and ctrl select. */
export function Sheet({
  place,
  views,
  selection,
  onOpen,
}: {
  /** Under which the scrolled place is found again. */
  place: string;
  views: readonly PhotoView[];
  selection: Selection;
  onOpen: (id: string) => void;
}) {
  const scroller = useRef<HTMLDivElement>(null);
  const columns = useColumns(scroller, LEAST_WIDTH);
  const rows = Math.ceil(views.length / columns);
  const virtual = useVirtualizer({
    count: rows,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 1,
    useFlushSync: false,
  });
  const { current } = selection;
  const scrolled = useScrollPlace(scroller, place, virtual.getTotalSize());

  useEffect(() => {
    if (scrolled.current !== undefined) return;
    const at = views.findIndex((view) => view.id === current);
    if (at >= 0) virtual.scrollToIndex(Math.floor(at / columns), { align: 'auto' });
  }, [current, columns, views, virtual, scrolled]);

  const onKeyDown = (event: KeyboardEvent) => {
    if (event.target !== event.currentTarget) return;
    const steps: Record<string, number> = {
      ArrowLeft: -1,
      ArrowRight: 1,
      ArrowUp: -columns,
      ArrowDown: columns,
      Home: -views.length,
      End: views.length,
    };
    const step = steps[event.key];
    if (step !== undefined) selection.move(step, event.shiftKey);
    else if (event.key === 'a' && (event.ctrlKey || event.metaKey))
      selection.set(views.map((view) => view.id));
    else if (event.key === 'Escape') selection.set([]);
    else if (event.key === ' ' && current) selection.choose(current, { ctrl: true });
    else if (event.key === 'Enter' && current) onOpen(current);
    else return;
    event.preventDefault();
  };

  return (
    <Box
      ref={scroller}
      role="grid"
      aria-label="Pictures"
      aria-multiselectable
      aria-rowcount={Math.ceil(views.length / columns)}
      aria-colcount={columns}
      tabIndex={0}
      aria-activedescendant={current ? `photo-${current}` : undefined}
      onKeyDown={onKeyDown}
      flex="1"
      minHeight="13.75rem"
      overflowY="auto"
      paddingX="3"
      paddingTop="2"
      _focusVisible={{ outlineOffset: '-2px' }}
      css={sheetStyles}
    >
      <Box height={`${virtual.getTotalSize()}px`} position="relative">
        {virtual.getVirtualItems().map((row) => (
          // biome-ignore lint/a11y: the grid itself has the focus and names the current cell (aria-activedescendant).
          <div
            key={row.key}
            ref={virtual.measureElement}
            data-index={row.index}
            role="row"
            aria-rowindex={row.index + 1}
            className="row"
            style={{
              transform: `translateY(${row.start}px)`,
              gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))`,
            }}
          >
            {views.slice(row.index * columns, (row.index + 1) * columns).map((view) => (
              <SheetPicture
                key={view.id}
                view={view}
                selected={selection.ids.has(view.id)}
                current={view.id === current}
                onChoose={selection.choose}
                onOpen={onOpen}
              />
            ))}
          </div>
        ))}
      </Box>
    </Box>
  );
}
