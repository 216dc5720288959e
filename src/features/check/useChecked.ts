'use client';

import { useEffect, useMemo, useState } from 'react';
import { type Checked, checkAll, factsOf } from '@/core/checks/checkAll';
import type { Rule } from '@/core/checks/checklist';
import { sharedCaptions } from '@/core/checks/facts';
import type { ListedValues } from '@/server/operations/photos/listValues';
import type { Beside } from './useBeside';

/** Milliseconds after which the page gets its turn. */
const TURN_MS = 12;

/**
 * What pictures fail, kept up to date by every draft and every change on disk. Worked out in turns, so that the page
 * answers meanwhile; until then the former result is shown. Undefined until the first one is there.
 */
export function useChecked(
  rules: readonly Rule[],
  views: readonly { readonly id: string; readonly name: string }[],
  values: ReadonlyMap<string, ListedValues> | undefined,
  beside: Beside,
): Checked | undefined {
  const [checked, setChecked] = useState<Checked>();
  const rows = useMemo(() => {
    if (!values) return undefined;
    return views.flatMap((view) => {
      const row = values.get(view.id);
      return row ? [{ row, facts: factsOf(row, view.name) }] : [];
    });
  }, [views, values]);
  useEffect(() => {
    if (!rows) return;
    const pictures = rows.map((one) => one.facts);
    const work = checkAll(
      rules,
      rows.map((one) => one.row),
      pictures,
      { ...beside, captions: sharedCaptions(pictures) },
    );
    let timer: ReturnType<typeof setTimeout> | undefined;
    const turn = () => {
      const until = performance.now() + TURN_MS;
      for (let step = work.next(); ; step = work.next()) {
        if (step.done) return setChecked(step.value);
        if (performance.now() > until) break;
      }
      timer = setTimeout(turn);
    };
    turn();
    return () => clearTimeout(timer);
  }, [rules, rows, beside]);
  return checked;
}
