'use client';

import { useCallback, useEffect, useMemo, useState } from 'react';
import type { FieldId } from '@/core/catalogue/fields';
import type { LedgerColumns } from './useColumnsShown';

/** The columns of the range, from where one began to where one is. None that one is in folds: the next key is meant for it. */
export function useColumnSpan({ open, holdOpen }: Pick<LedgerColumns, 'open' | 'holdOpen'>) {
  const [span, setSpan] = useState<{ readonly from: FieldId; readonly to: FieldId }>();
  const to = span && open.includes(span.to) ? span.to : open[0];
  const from = span && open.includes(span.from) ? span.from : to;
  const fields = useMemo(() => between(open, from, to), [open, from, to]);
  const isChosen = span !== undefined;
  useEffect(() => holdOpen(isChosen ? fields : []), [isChosen, fields, holdOpen]);
  const goTo = useCallback(
    (field: FieldId, extend = false) =>
      setSpan((before) => ({ from: extend && before ? before.from : field, to: field })),
    [],
  );
  /** Where none was chosen yet, the one that is meant is. A range stays as it is. */
  const stayIn = useCallback(
    (field: FieldId) => setSpan((before) => before ?? { from: field, to: field }),
    [],
  );
  const goAcross = useCallback(
    (by: number, extend = false) => {
      const next = to && open[Math.min(Math.max(open.indexOf(to) + by, 0), open.length - 1)];
      if (next) setSpan({ from: extend && from ? from : next, to: next });
    },
    [open, from, to],
  );
  return { to, fields, goTo, stayIn, goAcross };
}

function between(
  open: readonly FieldId[],
  from: FieldId | undefined,
  to: FieldId | undefined,
): readonly FieldId[] {
  if (from === undefined || to === undefined) return [];
  const [a, b] = [open.indexOf(from), open.indexOf(to)];
  return open.slice(Math.min(a, b), Math.max(a, b) + 1);
}
