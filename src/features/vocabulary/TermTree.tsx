'use client';

import { Box } from '@chakra-ui/react';
import {
  DndContext,
  type DragEndEvent,
  PointerSensor,
  pointerWithin,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { useVirtualizer } from '@tanstack/react-virtual';
import { type KeyboardEvent, useEffect, useRef } from 'react';
import { labels as uiLabels } from '@/ui/words';
import { TermRow } from './TermRow';
import type { TermMap, TermRows } from './useVocabulary';

const ROW_REM = 1.875;

interface Props {
  readonly rows: TermRows;
  readonly terms: TermMap;
  readonly chosen: string | undefined;
  readonly folded: ReadonlySet<string>;
  readonly onChoose: (id: string) => void;
  readonly onFold: (id: string, isFolded: boolean) => void;
  readonly onMove: (id: string, broader: string) => void;
}

/** The terms as a tree: arrows go through it, right and left unfold and fold; a term dragged onto another goes under it. */
export function TermTree({
  rows: { rows, isFound },
  terms,
  chosen,
  folded,
  onChoose,
  onFold,
  onMove,
}: Props) {
  const frame = useRef<HTMLDivElement>(null);
  const rem =
    typeof window === 'undefined'
      ? 16
      : Number.parseFloat(getComputedStyle(document.documentElement).fontSize);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => frame.current,
    estimateSize: () => ROW_REM * rem,
    overscan: 12,
  });
  // A press is a choice; only what is pulled is dragged.
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const at = rows.findIndex((row) => row.term.id === chosen);
  useEffect(() => {
    if (at >= 0) virtual.scrollToIndex(at);
  }, [at, virtual]);
  const onKeyDown = (event: KeyboardEvent) => {
    const row = rows[at];
    const go = (to: number) => rows[to] && onChoose(rows[to].term.id);
    if (event.key === 'ArrowDown') go(at + 1);
    else if (event.key === 'ArrowUp') go(Math.max(at - 1, 0));
    else if (event.key === 'Home') go(0);
    else if (event.key === 'End') go(rows.length - 1);
    else if (event.key === 'ArrowRight' && row?.hasNarrower) onFold(row.term.id, false);
    else if (event.key === 'ArrowLeft' && row && row.hasNarrower && !folded.has(row.term.id) && !isFound)
      onFold(row.term.id, true);
    else if (event.key === 'ArrowLeft' && row?.term.broader) onChoose(row.term.broader);
    else return;
    event.preventDefault();
  };
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    if (over && over.id !== active.id) onMove(String(active.id), String(over.id));
  };
  return (
    <DndContext sensors={sensors} collisionDetection={pointerWithin} onDragEnd={onDragEnd}>
      <Box
        ref={frame}
        role="tree"
        aria-label={uiLabels.terms}
        tabIndex={0}
        aria-activedescendant={at >= 0 ? `term-${chosen}` : undefined}
        onKeyDown={onKeyDown}
        flex="1"
        minHeight="0"
        overflowY="auto"
        borderTopWidth="1px"
      >
        <Box position="relative" height={`${virtual.getTotalSize()}px`}>
          {virtual.getVirtualItems().map((item) => {
            const row = rows[item.index]!;
            return (
              <TermRow
                key={row.term.id}
                row={row}
                term={terms.get(row.term.id)!}
                terms={terms}
                isFound={isFound}
                isChosen={row.term.id === chosen}
                isFolded={folded.has(row.term.id)}
                top={item.start}
                height={item.size}
                position={item.index + 1}
                total={rows.length}
                onChoose={onChoose}
                onFold={onFold}
              />
            );
          })}
        </Box>
      </Box>
    </DndContext>
  );
}
