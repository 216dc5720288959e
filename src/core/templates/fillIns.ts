import type { FieldId } from '../catalogue/fields';
import { placeholderKey } from './grammar';
import { allTexts } from './health/entries';
import { FILL_IN, placeholdersIn } from './placeholders';
import type { Template } from './template';

/** Templates with lines that a starter left to be filled in, and those lines. */
export function openFillIns(
  templates: readonly Pick<Template, 'name' | 'entries'>[],
): { readonly name: string; readonly fields: readonly FieldId[] }[] {
  return templates.flatMap(({ name, entries }) => {
    const fields = entries.filter((entry) => allTexts(entry).some(hasFillIn)).map((entry) => entry.field);
    return fields.length > 0 ? [{ name, fields }] : [];
  });
}

function hasFillIn(text: string): boolean {
  return placeholdersIn(text).some((name) => placeholderKey(name) === FILL_IN);
}
