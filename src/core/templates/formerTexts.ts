import { type FieldId, field } from '../catalogue/fields';
import type { Entry, Template } from './template';

/** An entry that puts a text before or after others: what it said before is renewed where it is. */
function joinsText({ field: id, rule }: Entry): boolean {
  return (rule === 'before' || rule === 'after') && field(id).type === 'multiline';
}

/** The former texts of a template with those of further earlier entries. */
export function withEarlier(
  held: Template['formerTexts'],
  earlier: readonly Entry[],
): NonNullable<Template['formerTexts']> {
  const texts: { [K in FieldId]?: readonly string[] } = { ...held };
  for (const entry of earlier.filter(joinsText))
    texts[entry.field] = [...new Set([...(texts[entry.field] ?? []), ...entry.texts])];
  return texts;
}
