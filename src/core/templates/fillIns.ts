import type { FieldId } from '../catalogue/fields';
import type { Problem } from '../problems/problem';
import { placeholderKey } from './grammar';
import { allTexts } from './health/entries';
import { compileText, FILL_IN, placeholdersIn } from './placeholders';
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

/** A placeholder that no picture could fill: its form or its writing is wrong. */
export interface BrokenLine {
  readonly name: string;
  readonly field: FieldId;
  readonly problem: Problem;
}

/** Lines of templates whose placeholders cannot be used, in their order. */
export function brokenLines(templates: readonly Pick<Template, 'name' | 'entries'>[]): BrokenLine[] {
  return templates.flatMap(({ name, entries }) =>
    entries.flatMap((entry) => {
      const [problem] = allTexts(entry).flatMap((text) => compileText(text).problems);
      return problem && entry.rule !== 'erase' ? [{ name, field: entry.field, problem }] : [];
    }),
  );
}

function hasFillIn(text: string): boolean {
  return placeholdersIn(text).some((name) => placeholderKey(name) === FILL_IN);
}
