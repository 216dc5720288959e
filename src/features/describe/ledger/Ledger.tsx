'use client';

import { Box } from '@chakra-ui/react';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useMemo, useRef } from 'react';
import { Notice } from '@/ui/Notice';
import { useScrollPlace } from '@/ui/useScrollPlace';
import { useTextSize } from '@/ui/useTextSize';
import type { Write } from '../desk/useWriting';
import type { PictureSet } from '../set/useSet';
import { CellDialog } from './CellDialog';
import { isTyped } from './cellText';
import { FoldedColumns } from './FoldedColumns';
import { LedgerHead } from './LedgerHead';
import { LedgerRow } from './LedgerRow';
import { ledgerStyles } from './ledgerStyles';
import { useCells } from './useCells';
import type { LedgerColumns } from './useColumnsShown';
import { PICTURE_WIDTH, useColumnTable } from './useColumnTable';

/** At the usual text size. */
const ROW_HEIGHT = 64;
const HEAD_HEIGHT = 34;

interface Props {
  readonly place: string;
  readonly set: PictureSet;
  readonly columns: LedgerColumns;
  readonly write: Write;
  readonly onOpen: (id: string) => void;
}

/** Pictures down, fields across: only the rows and columns in sight are there. Every cell can be written in. */
export function Ledger({ place, set, columns, write, onOpen }: Props) {
  const { shown, values, selection, address } = set;
  const scroller = useRef<HTMLDivElement>(null);
  const textSize = useTextSize();
  const table = useColumnTable(columns);
  const cells = useCells(set, columns.open, write, scroller);
  const leaves = table.columns;
  const rows = useVirtualizer({
    count: shown.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT * textSize,
    scrollMargin: HEAD_HEIGHT * textSize,
    scrollPaddingStart: HEAD_HEIGHT * textSize,
    overscan: 4,
    useFlushSync: false,
  });
  const across = useVirtualizer({
    horizontal: true,
    count: leaves.length,
    getScrollElement: () => scroller.current,
    estimateSize: (at) => (leaves[at]?.width ?? 0) * textSize,
    scrollPaddingStart: PICTURE_WIDTH * textSize,
    overscan: 1,
    useFlushSync: false,
  });
  useEffect(() => {
    rows.measure();
    across.measure();
  }, [textSize, leaves]);
  const scrolled = useScrollPlace(scroller, place, rows.getTotalSize());
  const { current } = selection;
  const { field, editing } = cells;
  useEffect(() => {
    if (scrolled.current !== undefined) return;
    const at = shown.findIndex((view) => view.id === current);
    if (at >= 0) rows.scrollToIndex(at, { align: 'auto' });
  }, [current, shown, rows, scrolled]);
  useEffect(() => {
    const at = leaves.findIndex((one) => one.id === field);
    if (at >= 0) across.scrollToIndex(at, { align: 'auto' });
  }, [field, leaves, across]);
  // Back from a cell, the keys are the ledger's again.
  const wasEditing = useRef(false);
  useEffect(() => {
    if (wasEditing.current && !editing) scroller.current?.focus();
    wasEditing.current = editing !== undefined;
  }, [editing]);

  const items = across.getVirtualItems();
  const inSight = useMemo(
    () =>
      items.flatMap(({ index, start, size }) => {
        const leaf = leaves[index];
        return leaf ? [{ ...leaf, index, left: start + PICTURE_WIDTH * textSize, width: size }] : [];
      }),
    [items, leaves, textSize],
  );
  return (
    <>
      <FoldedColumns columns={columns} count={shown.length} />
      <Notice kind="warning" paddingX="5" fontSize="small">
        {cells.message}
      </Notice>
      <Box
        ref={scroller}
        role="grid"
        aria-label="Ledger"
        data-pictures
        aria-multiselectable
        aria-rowcount={shown.length + 1}
        aria-colcount={leaves.length + 1}
        aria-activedescendant={current && field ? `cell-${current}-${field}` : undefined}
        aria-busy={!values}
        tabIndex={0}
        onKeyDown={cells.onKeyDown}
        flex="1"
        minHeight="13.75rem"
        overflow="auto"
        _focusVisible={{ outlineOffset: '-2px' }}
        css={ledgerStyles}
      >
        <Box
          position="relative"
          style={{
            height: rows.getTotalSize() + HEAD_HEIGHT * textSize,
            width: across.getTotalSize() + PICTURE_WIDTH * textSize,
            minWidth: '100%',
          }}
        >
          <LedgerHead
            columns={columns}
            inSight={inSight}
            shown={shown}
            values={values}
            address={address}
            height={HEAD_HEIGHT * textSize}
            pictureWidth={PICTURE_WIDTH * textSize}
          />
          {rows.getVirtualItems().map((row) => {
            const view = shown[row.index]!;
            return (
              <LedgerRow
                key={view.id}
                view={view}
                values={values?.get(view.id)}
                number={row.index + 2}
                top={row.start}
                height={row.size}
                pictureWidth={PICTURE_WIDTH * textSize}
                columns={inSight}
                isSelected={selection.ids.has(view.id)}
                spanned={selection.ids.has(view.id) ? cells.fields : none}
                active={view.id === current ? field : undefined}
                editing={editing?.id === view.id && isTyped(editing.field) ? editing : undefined}
                cells={cells.acts}
                onOpen={onOpen}
              />
            );
          })}
        </Box>
      </Box>
      {editing && !isTyped(editing.field) && (
        <CellDialog
          field={editing.field}
          name={shown.find((view) => view.id === editing.id)?.name ?? ''}
          value={values?.get(editing.id)?.values[editing.field] ?? null}
          onSave={(value) => cells.acts.put([{ id: editing.id, values: { [editing.field]: value } }])}
          onClose={() => cells.acts.leave('stay')}
        />
      )}
    </>
  );
}
const none: readonly never[] = [];
