'use client';

import { useMemo } from 'react';
import type { Rule } from '@/core/checks/checklist';
import { ruleName } from '@/core/wording/checkWords';
import { useBeside } from '@/features/check/useBeside';
import { useChecked } from '@/features/check/useChecked';
import { useChecklist } from '@/features/check/useChecklist';
import type { Assignment } from '@/server/operations/assignments/assignments';
import type { ListedValues } from '@/server/operations/photos/listValues';
import type { Show } from './show';
import type { PhotoView } from './view';

const none: readonly Rule[] = [];

/** The pictures that fail the rule which a filter names, and what that rule is called; undefined until they are known. */
export function useFailing(
  assignment: Assignment,
  show: Show,
  views: readonly PhotoView[],
  values: ReadonlyMap<string, ListedValues> | undefined,
): { readonly ids: ReadonlySet<string>; readonly words: string } | undefined {
  const place = show.of === 'rule' ? show.place : 0;
  const { list } = useChecklist(assignment, place > 0);
  const rule = list?.rules[place - 1];
  const rules = useMemo(() => (rule ? [rule] : none), [rule]);
  const beside = useBeside(assignment, rules);
  const checked = useChecked(rules, views, rule && values, beside);
  return useMemo(() => {
    const [result] = checked?.results ?? [];
    return result && rule && { ids: new Set(result.failing.keys()), words: ruleName(rule) };
  }, [checked, rule]);
}
