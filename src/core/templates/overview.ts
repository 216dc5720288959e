import type { FieldId } from '../catalogue/fields';
import { type FieldValue, sameValue } from '../catalogue/value';
import type { Resolution, Step, Values } from './resolution';

/** One field's resulting value, where it came from, and what it displaced on the way. */
export interface Resulting {
  readonly field: FieldId;
  readonly value: FieldValue | null;
  /** The templates that gave the value or a part of it, first to last; none: it is in the picture. */
  readonly givenBy: readonly string[];
  /** Values that were there and are no more; `from` is a template or the picture. */
  readonly displaced: readonly { readonly value: FieldValue; readonly from: string | 'picture' }[];
  /** Entries left out because a placeholder has no value. */
  readonly leftOut: readonly { readonly templateId: string; readonly missing: readonly string[] }[];
  /** Templates that found the field filled and left it. */
  readonly stoodBack: readonly string[];
}

/** The templates in force told field by field, in the order in which the fields are first named. */
export function overviewOf({ changes, steps }: Resolution, values: Values): Resulting[] {
  const byField = new Map<FieldId, Step[]>();
  for (const step of steps) byField.set(step.field, [...(byField.get(step.field) ?? []), step]);
  return [...byField].map(([id, all]) => ({
    field: id,
    value: changes.has(id) ? changes.get(id)!.value : (values[id] ?? null),
    ...story(all, values[id]),
    leftOut: all
      .filter((step) => step.missing.length > 0)
      .map(({ templateId, missing }) => ({ templateId, missing })),
    stoodBack: all
      .filter(
        (step) =>
          step.applied &&
          step.rule === 'fill' &&
          !sameValue(step.before, step.contribution) &&
          sameValue(step.before, step.after),
      )
      .map((step) => step.templateId),
  }));
}

function story(steps: readonly Step[], inPicture: FieldValue | undefined) {
  let givenBy: string[] = [];
  let holder: string | 'picture' = 'picture';
  const displaced: { value: FieldValue; from: string }[] = [];
  for (const step of steps) {
    if (!step.applied || (step.rule === 'fill' && !sameValue(step.contribution, step.after))) continue;
    const replaces = step.rule === 'overwrite' || step.rule === 'erase' || step.before === null;
    if (replaces) {
      if (step.before !== null && !sameValue(step.before, step.after))
        displaced.push({ value: step.before, from: holder });
      givenBy = step.after === null ? [] : [step.templateId];
      holder = step.templateId;
    } else if (!givenBy.includes(step.templateId)) givenBy = [...givenBy, step.templateId];
  }
  return {
    givenBy,
    displaced: displaced.filter(({ from }) => from !== 'picture' || inPicture !== undefined),
  };
}
