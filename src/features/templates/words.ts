import { field } from '@/core/catalogue/fields';
import { type Entry, ruleWords, usualRule } from '@/core/templates/template';

/** One entry in a few words: the field, its rule where it is not the usual one, its text. */
export function entryWords(entry: Entry): string {
  const { standardName, choices } = field(entry.field);
  if (entry.rule === 'erase') return `${standardName}: erased`;
  const rule = entry.rule === usualRule(entry.field) ? '' : ` (${ruleWords[entry.rule]})`;
  return `${standardName}${rule}: ${entry.texts.map((text) => choices?.[text] ?? text).join(', ')}`;
}
