'use client';

import { Box } from '@chakra-ui/react';
import { useLayoutEffect, useMemo, useRef } from 'react';
import { Notice } from '@/ui/Notice';
import type { PictureSet } from '../set/useSet';
import type { Write } from '../store/useWriting';
import { labels } from '../words';
import { CellDialog } from './CellDialog';
import { isTyped } from './cellText';
import { FoldedColumns } from './FoldedColumns';
import { LedgerHead } from './LedgerHead';
import { LedgerRow } from './LedgerRow';
import { ledgerColumns } from './ledgerColumns';
import { ledgerStyles } from './ledgerStyles';
import { useCells } from './useCells';
import type { LedgerColumns } from './useColumnsShown';
import { useLedgerGrid } from './useLedgerGrid';

interface Props {
  readonly place: string;
  readonly set: PictureSet;
  readonly columns: LedgerColumns;
  readonly write: Write;
  readonly onOpen: (id: string) => void;
}

/** Pictures down, fields across: only the rows and columns in sight are there. Every cell can be written in. */
export function Ledger({ place: kept, set, columns, write, onOpen }: Props) {
  const { shown, values, arrived, selection, address } = set;
  const scroller = useRef<HTMLDivElement>(null);
  const leaves = useMemo(() => ledgerColumns(columns.open), [columns.open]);
  const cells = useCells(set, columns, write, scroller);
  const { current } = selection;
  const { field, editing } = cells;
  const place = useLedgerGrid(scroller, kept, shown, leaves, { current, field });
  const { rows, inSight, pictureWidth, headHeight } = place;
  // Back from a cell, the keys are the ledger's again.
  const wasEditing = useRef(false);
  useLayoutEffect(() => {
    if (wasEditing.current && !editing) scroller.current?.focus();
    wasEditing.current = editing !== undefined;
  }, [editing]);
  return (
    <>
      <FoldedColumns columns={columns} count={shown.length} />
      <Box
        ref={scroller}
        role="grid"
        aria-label={labels.ledger}
        data-pictures
        aria-multiselectable
        aria-rowcount={shown.length + 1}
        aria-colcount={leaves.length + 1}
        aria-activedescendant={current && field ? `cell-${current}-${field}` : undefined}
        aria-busy={!values}
        tabIndex={0}
        onKeyDown={cells.onKeyDown}
        onBlur={cells.onBlur}
        flex="1"
        minHeight="13.75rem"
        overflow="auto"
        _focusVisible={{ outlineOffset: '-2px' }}
        css={ledgerStyles}
      >
        <Box
          position="relative"
          style={{
            height: place.height,
            width: place.width,
            minWidth: '100%',
          }}
        >
          <LedgerHead
            columns={columns}
            inSight={inSight}
            address={address}
            height={headHeight}
            pictureWidth={pictureWidth}
          />
          {rows.map((row) => {
            const view = shown[row.index]!;
            return (
              <LedgerRow
                key={view.id}
                view={view}
                values={arrived?.get(view.id)}
                number={row.index + 2}
                top={row.start}
                height={row.size}
                pictureWidth={pictureWidth}
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
      {/* Below the cells: what comes and goes above them would move them under a pressed mouse. */}
      <Notice kind="warning" paddingX="5" fontSize="small">
        {cells.message}
      </Notice>
      {editing && !isTyped(editing.field) && (
        <CellDialog
          field={editing.field}
          name={shown.find((view) => view.id === editing.id)?.name ?? ''}
          value={arrived?.get(editing.id)?.values[editing.field] ?? null}
          onSave={(value) => cells.acts.put([{ id: editing.id, values: { [editing.field]: value } }])}
          onClose={() => cells.acts.leave('stay')}
        />
      )}
    </>
  );
}
const none: readonly never[] = [];
