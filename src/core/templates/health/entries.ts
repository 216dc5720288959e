import type { FieldId } from '../../catalogue/fields';
import type { Structure } from '../../catalogue/value';
import type { Entry } from '../template';

export { isLiteral } from '../template';

import type { Checked } from './advice';

/** The entry of a field, where there is one that does not erase. */
export function entryOf({ entries }: Checked, id: FieldId): Entry | undefined {
  return entries.find((one) => one.field === id && one.rule !== 'erase');
}

/** The text of an entry; '' where there is none. */
export function textOf(template: Checked, id: FieldId): string {
  return entryOf(template, id)?.texts.join(', ') ?? '';
}

/** Every text of an entry, those of its structures too. */
export function allTexts(entry: Entry): string[] {
  const inside = (member: Structure[string]): string[] =>
    typeof member === 'string'
      ? [member]
      : Array.isArray(member)
        ? (member as readonly (string | Structure)[]).flatMap((item) => inside(item))
        : Object.values(member).flatMap(inside);
  return [...entry.texts, ...(entry.structures ?? []).flatMap(inside)];
}

/** The entries with the texts of one changed. */
export function withTexts({ entries }: Checked, id: FieldId, change: (text: string) => string): Entry[] {
  return entries.map((one) => (one.field === id ? { ...one, texts: one.texts.map(change) } : one));
}

/** The entries with one text set, in its place or at the end. */
export function withEntry(entries: readonly Entry[], made: Entry): Entry[] {
  return entries.some((one) => one.field === made.field)
    ? entries.map((one) => (one.field === made.field ? made : one))
    : [...entries, made];
}

/** The entries but that of a field. */
export function without({ entries }: Checked, id: FieldId): Entry[] {
  return entries.filter((one) => one.field !== id);
}
