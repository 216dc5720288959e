import type { Checked, RuleResult } from '@/core/checks/checkAll';
import type { SetFacts } from '@/core/checks/facts';
import { type Changes, repairOf } from '@/core/checks/repairs';

/** What one step would write into the pictures that fail a rule, by picture; those that it cannot fix are not in it. */
export function repairsOf(
  { rule, failing }: RuleResult,
  { pictures }: Checked,
  set: SetFacts,
): ReadonlyMap<string, Changes> {
  return new Map(
    pictures.flatMap((one) => {
      const changes = failing.has(one.id) ? repairOf(rule, one, set) : undefined;
      return changes ? [[one.id, changes] as const] : [];
    }),
  );
}
