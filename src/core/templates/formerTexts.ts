import { type FieldId, field } from '../catalogue/fields';
import type { Entry, Template } from './template';

/** An entry that puts a text before or after others: what it said before is renewed where it stands. */
function joinsText({ field: id, rule }: Entry): boolean {
  return (rule === 'before' || rule === 'after') && field(id).type === 'multiline';
}

/** A field that names who made or owns a picture: what earlier versions wrote there are one's own names, too. */
export const statesMaker = (id: FieldId): boolean =>
  ['creator', 'creditLine', 'copyrightOwner', 'copyrightNotice'].includes(id);

/** An entry whose text is kept in mind when a later version replaces it. */
export const isRemembered = (entry: Entry): boolean =>
  joinsText(entry) || (statesMaker(entry.field) && entry.rule !== 'erase');

/** The former texts of a template with those of further earlier entries. */
export function withEarlier(
  held: Template['formerTexts'],
  earlier: readonly Entry[],
): NonNullable<Template['formerTexts']> {
  const texts: { [K in FieldId]?: readonly string[] } = { ...held };
  for (const entry of earlier.filter(isRemembered))
    texts[entry.field] = [...new Set([...(texts[entry.field] ?? []), ...entry.texts])];
  return texts;
}
