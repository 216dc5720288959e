'use client';

import {
  columnOrderingFeature,
  columnSizingFeature,
  columnVisibilityFeature,
  tableFeatures,
  useTable,
} from '@tanstack/react-table';
import { useMemo } from 'react';
import { type FieldId, fieldLabel, writtenFieldIds } from '@/core/catalogue/fields';
import { widthOf } from './columns';
import type { LedgerColumns } from './useColumnsShown';

/** The frozen column, at the usual text size. */
export const PICTURE_WIDTH = 256;

const features = tableFeatures({ columnOrderingFeature, columnSizingFeature, columnVisibilityFeature });
const definitions = writtenFieldIds.map((id) => ({ id, header: fieldLabel(id), size: widthOf(id) }));
const noRows: readonly never[] = [];
const ignore = () => undefined;

export interface LedgerColumn {
  readonly id: FieldId;
  readonly label: string;
  /** Pixels at the usual text size. */
  readonly width: number;
}

/**
 * The column model of the ledger: which fields are there, in which order and width. Rows are not given to
 * it: a hundred thousand of them are in the list of pictures already.
 */
export function useColumnTable({ open }: Pick<LedgerColumns, 'open'>): {
  readonly columns: readonly LedgerColumn[];
} {
  const state = useMemo(
    () => ({
      columnOrder: [...open],
      columnVisibility: Object.fromEntries(writtenFieldIds.map((id) => [id, open.includes(id)])),
    }),
    [open],
  );
  const table = useTable({
    features,
    columns: definitions,
    data: noRows,
    state,
    onColumnOrderChange: ignore,
    onColumnVisibilityChange: ignore,
  });
  const visible = table.getVisibleLeafColumns();
  const columns = useMemo(
    () =>
      visible.map((column) => ({
        id: column.id as FieldId,
        label: fieldLabel(column.id as FieldId),
        width: column.getSize(),
      })),
    [visible],
  );
  return { columns };
}
