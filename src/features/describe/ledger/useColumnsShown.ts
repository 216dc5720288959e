'use client';

import { useQuery } from '@tanstack/react-query';
import { useCallback, useMemo, useRef, useState } from 'react';
import { type FieldId, isFieldId } from '@/core/catalogue/fields';
import { sameValue } from '@/core/catalogue/value';
import type { ColumnSet } from '@/server/operations/ledger/columnSets';
import { apiRequest } from '@/ui/api';
import { queryKeys } from '@/ui/queryKeys';
import { useKeptState } from '@/ui/useKeptState';
import type { PictureSet } from '../set/useSet';
import { type ColumnFacts, columnFacts, givenColumns, usualColumns } from './columns';

interface KeptColumns {
  /** '' where they were changed since they were taken. */
  readonly name: string;
  readonly fields: readonly string[];
}
const usual: KeptColumns = { name: usualColumns, fields: givenColumns[usualColumns]! };

/** The columns of the ledger: chosen and ordered by hand or by name; those that are the same on all folded. */
export function useColumnsShown({ arranged: { members }, values }: Pick<PictureSet, 'arranged' | 'values'>) {
  const { value: kept, set } = useKeptState('ledger columns', usual);
  const [isUnfolded, setUnfolded] = useState(false);
  const [heldOpen, setHeldOpen] = useState<readonly FieldId[]>([]);
  const holdOpen = useCallback(
    (ids: readonly FieldId[]) => setHeldOpen((before) => (sameValue(before, ids) ? before : ids)),
    [],
  );
  const { data: sets } = useQuery({
    queryKey: queryKeys.columnSets(),
    queryFn: () => apiRequest<ColumnSet[]>('column-sets'),
  });
  const fields = useMemo(() => kept.fields.filter(isFieldId), [kept.fields]);
  const facts = useMemo(
    () => (values ? columnFacts(fields, members, values) : noFacts),
    [fields, members, values],
  );
  const same = useSteady(
    fields.filter((id) => facts.get(id)?.isSame && (isUnfolded || !heldOpen.includes(id))),
  );
  const open = useMemo(
    () => (isUnfolded ? fields : fields.filter((id) => !same.includes(id))),
    [fields, same, isUnfolded],
  );
  const unfold = useCallback((isWanted: boolean) => {
    setUnfolded(isWanted);
    setHeldOpen([]);
  }, []);
  const take = useCallback(
    (name: string, wanted: readonly FieldId[]) => set({ name, fields: wanted }),
    [set],
  );
  const change = useCallback((wanted: readonly FieldId[]) => set({ name: '', fields: wanted }), [set]);
  return {
    name: kept.name,
    fields,
    /** Of each field; none until the values are known. */
    facts,
    /** Those that are shown as columns. */
    open: open.length > 0 ? open : fields,
    same: open.length > 0 ? same : [],
    isUnfolded,
    unfold,
    /** Keeps columns from being folded, until one folds them oneself. */
    holdOpen,
    sets: sets ?? none,
    take,
    change,
  };
}
const none: readonly ColumnSet[] = [];
const noFacts: ReadonlyMap<FieldId, ColumnFacts> = new Map();
/** Returns the same array while its items are equal, so that moving to another cell does not rebuild the columns. */
function useSteady(list: readonly FieldId[]): readonly FieldId[] {
  const held = useRef(list);
  if (!sameValue(held.current, list)) held.current = list;
  return held.current;
}

export type LedgerColumns = ReturnType<typeof useColumnsShown>;

/** Columns with one moved by a place among those that are there. */
export function moved(
  fields: readonly FieldId[],
  open: readonly FieldId[],
  id: FieldId,
  by: 1 | -1,
): readonly FieldId[] {
  const beside = open[open.indexOf(id) + by];
  if (beside === undefined) return fields;
  const without = fields.filter((one) => one !== id);
  const at = without.indexOf(beside) + (by > 0 ? 1 : 0);
  return [...without.slice(0, at), id, ...without.slice(at)];
}
