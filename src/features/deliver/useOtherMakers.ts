'use client';

import { useMemo } from 'react';
import type { DeliveryPlan } from '@/core/deliver/deliveryPlan';
import { makerKey, otherMaker, ownNames } from '@/core/rights/makers';
import type { Template } from '@/core/templates/template';
import type { ListedValues } from '@/server/operations/photos/listValues';
import type { InstallationContext } from '@/server/operations/templates/placeholderContext';
import { useMakers } from '@/ui/useMakers';

/** Pictures of other makers in a delivery: its templates and licence are left out of them. */
export function useOtherMakers(
  deliveryPlan: DeliveryPlan,
  ids: readonly string[],
  values: ReadonlyMap<string, ListedValues> | undefined,
  inForce: readonly string[],
  templates: readonly Template[],
  installation: InstallationContext,
) {
  const { answers, answer } = useMakers();
  const groups = useMemo(() => {
    const found = new Map<string, { name: string; count: number }>();
    if (deliveryPlan.templates.length === 0 && !deliveryPlan.licence?.isWritten) return [];
    const used = [...inForce, ...deliveryPlan.templates];
    const own = ownNames(
      templates.filter((one) => used.includes(one.id)),
      installation,
    );
    for (const id of ids) {
      const name = otherMaker(values?.get(id)?.values ?? {}, own);
      if (name === undefined) continue;
      const key = makerKey(name);
      if (answers.get(key) === 'me') continue;
      found.set(key, { name, count: (found.get(key)?.count ?? 0) + 1 });
    }
    return [...found.values()];
  }, [deliveryPlan, ids, values, inForce, templates, installation, answers]);
  return {
    groups,
    pictures: groups.reduce((sum, one) => sum + one.count, 0),
    answerOf: (name: string) => answers.get(makerKey(name)),
    answer,
  };
}
