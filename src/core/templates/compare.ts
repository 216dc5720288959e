import { type FieldId, fieldIds } from '../catalogue/fields';
import { type FieldValue, sameValue } from '../catalogue/value';
import type { Values } from './resolution';
import type { Entry } from './template';

export interface EntryDifference {
  readonly field: FieldId;
  readonly kind: 'only-left' | 'only-right' | 'differs' | 'same';
  readonly left?: Entry;
  readonly right?: Entry;
}

/** Two sets of entries field by field, in the catalogue's order. */
export function compareEntries(left: readonly Entry[], right: readonly Entry[]): EntryDifference[] {
  const [ofLeft, ofRight] = [left, right].map((all) => new Map(all.map((one) => [one.field, one])));
  return fieldIds.flatMap((id): EntryDifference[] => {
    const [a, b] = [ofLeft!.get(id), ofRight!.get(id)];
    if (a && b) return [{ field: id, kind: sameEntry(a, b) ? 'same' : 'differs', left: a, right: b }];
    if (a) return [{ field: id, kind: 'only-left', left: a }];
    return b ? [{ field: id, kind: 'only-right', right: b }] : [];
  });
}

function sameEntry(a: Entry, b: Entry): boolean {
  return (
    a.rule === b.rule && sameValue(a.texts, b.texts) && sameValue(a.structures ?? null, b.structures ?? null)
  );
}

/** What changed from one version to the next, as counts. */
export function changeCounts(before: readonly Entry[], after: readonly Entry[]) {
  const count = { added: 0, removed: 0, changed: 0 };
  for (const { kind } of compareEntries(before, after)) {
    if (kind === 'only-right') count.added++;
    if (kind === 'only-left') count.removed++;
    if (kind === 'differs') count.changed++;
  }
  return count;
}

export interface PictureDifference {
  readonly field: FieldId;
  readonly kind: 'same' | 'differs' | 'not-in-picture' | 'only-in-picture';
  readonly picture: FieldValue | null;
  /** The value that the template would make of it. */
  readonly result: FieldValue | null;
}

/** A picture beside what a template would make of it: its entries, and what only the picture holds. */
export function comparePicture(
  values: Values,
  results: ReadonlyMap<FieldId, FieldValue | null>,
): PictureDifference[] {
  return fieldIds.flatMap((id): PictureDifference[] => {
    const picture = values[id] ?? null;
    if (!results.has(id))
      return picture === null ? [] : [{ field: id, kind: 'only-in-picture', picture, result: picture }];
    const result = results.get(id) ?? null;
    const kind = sameValue(picture, result) ? 'same' : picture === null ? 'not-in-picture' : 'differs';
    return [{ field: id, kind, picture, result }];
  });
}

/** Whether two sets of entries say the same, whatever their order. */
export function sameEntries(left: readonly Entry[], right: readonly Entry[]): boolean {
  return compareEntries(left, right).every(({ kind }) => kind === 'same');
}
