'use client';

import { Box } from '@chakra-ui/react';
import { useVirtualizer } from '@tanstack/react-virtual';
import { type KeyboardEvent, useCallback, useEffect, useMemo, useRef } from 'react';
import { useColumns } from '@/ui/useColumns';
import { useScrollPlace } from '@/ui/useScrollPlace';
import { labels as uiLabels } from '@/ui/words';
import { useCurrentInSight } from '../set/useCurrentInSight';
import type { Selection } from '../set/useSelection';
import type { PhotoView } from '../set/view';
import { bandPlaces } from './bandPlaces';
import { SheetPicture } from './SheetPicture';
import { sizes, sizeWithin } from './SizeSlider';
import { sheetStyles } from './sheetStyles';
import { useRubberBand } from './useRubberBand';
import { useSecondPress } from './useSecondPress';

/** A row without its pictures, at the usual text size: their height goes with their width, 2 to 3. */
const WORDS_HEIGHT = 105;
/** From here on the small preview is too coarse. */
const LARGE = 330;

/** The contact sheet: only the rows in sight are there; arrows, shift and ctrl select. */
export function Sheet({
  place,
  views,
  selection,
  size,
  reasons,
  onSize,
  onOpen,
  onRate,
}: {
  /** Under which the scrolled place is found again. */
  place: string;
  views: readonly PhotoView[];
  selection: Selection;
  /** Least width of a picture at the usual text size; wider with larger text. */
  size: number;
  /** Why each picture is here, in place of its notice. */
  reasons?: ReadonlyMap<string, string>;
  onSize: (size: number) => void;
  onOpen: (id: string) => void;
  onRate: (ids: ReadonlySet<string>, rating: number) => void;
}) {
  const scroller = useRef<HTMLDivElement>(null);
  const contents = useRef<HTMLDivElement>(null);
  const columns = useColumns(scroller, size);
  const rows = Math.ceil(views.length / columns);
  const virtual = useVirtualizer({
    count: rows,
    getScrollElement: () => scroller.current,
    estimateSize: () => (size * 2) / 3 + WORDS_HEIGHT,
    overscan: 1,
    useFlushSync: false,
  });
  const { current, choose: chooseOne } = selection;
  const pressed = useSecondPress(onOpen);
  const choose = useCallback(
    (id: string, how: { shift: boolean; ctrl: boolean }) => {
      if (!how.shift && !how.ctrl) pressed(id);
      chooseOne(id, how);
    },
    [pressed, chooseOne],
  );
  const scrolled = useScrollPlace(scroller, place, virtual.getTotalSize());

  const at = useMemo(() => views.findIndex((view) => view.id === current), [views, current]);
  useCurrentInSight(virtual, Math.floor(at / columns), current, scrolled);

  // Rows of another size are measured again.
  useEffect(() => virtual.measure(), [size, columns]);
  const { band, onPointerDown } = useRubberBand(scroller, contents, (drawn, adds) => {
    const width = contents.current?.clientWidth ?? 1;
    const places = bandPlaces(drawn, virtual.measurementsCache, { columns, width, total: views.length });
    const ids = places.map((at) => views[at]!.id);
    selection.set(adds ? [...selection.ids, ...ids] : ids, ids[0] ?? current);
  });

  const latest = useRef(views);
  latest.current = views;
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
      selection.setBy(() => latest.current.map((view) => view.id));
    else if (event.key === 'Escape') selection.set([]);
    else if (event.key === ' ' && current) selection.choose(current, { ctrl: true });
    else if (event.key === 'Enter' && current) onOpen(current);
    else if (event.ctrlKey || event.metaKey || event.altKey) return;
    else if (event.key === '+' || event.key === '-')
      onSize(sizeWithin(size + (event.key === '+' ? sizes.step : -sizes.step)));
    else if (/^[0-5]$/.test(event.key) && selection.ids.size > 0) onRate(selection.ids, Number(event.key));
    else return;
    event.preventDefault();
  };

  return (
    <Box
      ref={scroller}
      role="grid"
      aria-label={uiLabels.pictures}
      data-pictures
      aria-multiselectable
      aria-rowcount={Math.ceil(views.length / columns)}
      aria-colcount={columns}
      tabIndex={0}
      aria-activedescendant={current ? `photo-${current}` : undefined}
      onKeyDown={onKeyDown}
      onPointerDown={onPointerDown}
      userSelect="none"
      flex="1"
      minHeight="13.75rem"
      overflowY="auto"
      paddingX="3"
      paddingTop="2"
      _focusVisible={{ outlineOffset: '-2px' }}
      css={sheetStyles}
    >
      <Box ref={contents} height={`${virtual.getTotalSize()}px`} position="relative">
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
                reason={reasons?.get(view.id)}
                isLarge={size > LARGE}
                selected={selection.ids.has(view.id)}
                current={view.id === current}
                onChoose={choose}
              />
            ))}
          </div>
        ))}
        {band && (
          <Box
            aria-hidden
            position="absolute"
            borderWidth="1px"
            borderStyle="dashed"
            borderColor="woad"
            pointerEvents="none"
            style={{
              left: band.left,
              top: band.top,
              width: band.right - band.left,
              height: band.bottom - band.top,
            }}
          />
        )}
      </Box>
    </Box>
  );
}
