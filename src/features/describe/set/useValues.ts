'use client';

import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useState } from 'react';
import type { FieldId } from '@/core/catalogue/fields';
import type { FieldValue } from '@/core/catalogue/value';
import type { ListedValues, ValuesPart } from '@/server/operations/photos/listValues';
import { apiRequestLines } from '@/ui/api';
import { queryKeys } from '@/ui/queryKeys';
import { applyToRows } from '../store/applyEdits';
import { useEditStore, useEditsAfter } from '../store/useEditStore';
import type { PhotoList, ValueTable } from './lists';

type Rows = ValueTable['rows'];

/** The values of all pictures, kept up to date by what changed, with what was typed here; undefined until they are known. */
export function useValues(
  assignmentId: string,
  isNeeded: boolean,
  /** Told of those that came already, as long as not all are known: the same rows each time, and more of them. */
  onPart?: (rows: Rows) => void,
): Rows | undefined {
  const queries = useQueryClient();
  const queryKey = queryKeys.values(assignmentId);
  const { data } = useQuery({
    queryKey,
    enabled: isNeeded,
    queryFn: ({ signal }) => {
      const held = queries.getQueryData<ValueTable>(queryKey);
      return readValues(assignmentId, held, signal, held ? undefined : onPart);
    },
    structuralSharing: false,
  });
  return useShownRows(assignmentId, data, data?.snapshot);
}

function useShownRows(
  assignmentId: string,
  /** Another object whenever there are other rows in it. */
  read: { readonly rows: Rows } | undefined,
  snapshot: string | undefined,
): Rows | undefined {
  const queries = useQueryClient();
  const edits = useEditsAfter(useEditStore(assignmentId), snapshot);
  return useMemo(() => {
    const views = queries.getQueryData<PhotoList>(queryKeys.photoList(assignmentId))?.views ?? [];
    return read && applyToRows(read.rows, edits, views);
  }, [queries, assignmentId, read, edits]);
}

/** The values, and until all are known those that came already, to be shown: statements about all of them wait for the last. */
export function useArrivingValues(
  assignmentId: string,
  isNeeded: boolean,
): { readonly values: Rows | undefined; readonly arrived: Rows | undefined } {
  const [arriving, setArriving] = useState<{ readonly rows: Rows }>();
  const onPart = useCallback((rows: Rows) => setArriving({ rows }), []);
  const values = useValues(assignmentId, isNeeded, onPart);
  const areAllThere = values !== undefined;
  useEffect(() => {
    if (areAllThere) setArriving(undefined);
  }, [areAllThere]);
  const arrived = useShownRows(assignmentId, arriving, undefined);
  return { values, arrived: values ?? arrived };
}

async function readValues(
  assignmentId: string,
  held: ValueTable | undefined,
  signal: AbortSignal,
  onPart: ((rows: Rows) => void) | undefined,
): Promise<ValueTable> {
  const rows = new Map(held?.rows);
  const share = sharing(rows.size === 0 ? [] : [...rows.values()].slice(0, SEEDS));
  let read = { until: '', snapshot: '' };
  let changed = 0;
  await apiRequestLines<ValuesPart>(
    `assignments/${assignmentId}/values${held?.until === undefined ? '' : `?since=${held.until}`}`,
    (part) => {
      if ('until' in part) read = part;
      else {
        for (const row of part.rows) rows.set(row.id, share(row));
        changed += part.rows.length;
        onPart?.(rows);
      }
    },
    signal,
  );
  return changed === 0 && held ? { ...held, ...read } : { ...read, rows };
}

/** Rows from which values are known again that are on many pictures. */
const SEEDS = 500;

/** Makes equal values one object: thousands of pictures carry the same notice, and it is compared at once. */
function sharing(seeds: readonly ListedValues[]): (row: ListedValues) => ListedValues {
  const known = new Map<string, FieldValue>();
  const one = (value: FieldValue): FieldValue => {
    const key = typeof value === 'string' ? value : JSON.stringify(value);
    const held = known.get(key);
    if (held !== undefined && typeof held === typeof value) return held;
    known.set(key, value);
    return value;
  };
  for (const seed of seeds) for (const value of Object.values(seed.values)) one(value);
  return (row) => ({
    ...row,
    values: Object.fromEntries(
      (Object.entries(row.values) as [FieldId, FieldValue][]).map(([id, value]) => [id, one(value)]),
    ),
  });
}
