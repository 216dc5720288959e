import type { ImportChoices } from '@/core/naming/importChoices';
import type { StoredPlan } from '@/server/db/stored/assignments';

const parts: Readonly<Record<Exclude<keyof ImportChoices, 'version'>, string>> = {
  mode: 'how pictures come in',
  name: 'names',
  folder: 'folders',
  secondCopy: 'second copy',
  keywords: 'keywords',
  rating: 'rating',
};

/** What is set otherwise than a plan says, by name. */
export function differences(plan: StoredPlan, choices: ImportChoices, inForce: readonly string[]): string[] {
  const keys = Object.keys(parts) as (keyof typeof parts)[];
  const changed = keys.filter((key) => plan[key] !== choices[key]).map((key) => parts[key]);
  const same = plan.templates.length === inForce.length && plan.templates.every((id, i) => id === inForce[i]);
  return same ? changed : ['templates', ...changed];
}
