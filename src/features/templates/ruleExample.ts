import { type FieldId, field, isList } from '@/core/catalogue/fields';
import { asText } from '@/core/catalogue/value';
import { applyRule } from '@/core/templates/rules';
import type { Rule } from '@/core/templates/template';
import { type BookEntry, entriesOf } from './book/bookState';
import { entryText } from './words';

const SHOWN = 90;

/** What a rule makes of a value: the sample's own where it has one, else the field's example. */
export function ruleExample(
  id: FieldId,
  rule: Rule,
  entry: BookEntry | undefined,
  present: string,
): { before: string; after: string } {
  const [written] = entry ? entriesOf({ name: '', kind: 'standing', entries: { [id]: entry } }) : [];
  const text = written && written.rule !== 'erase' ? entryText(written) : 'what this line says';
  const before = otherThan(text, [present, field(id).choices?.[field(id).example] ?? field(id).example]);
  if (field(id).type === 'structures')
    return { before: short(before), after: short(ofStructures(rule, before, text)) };
  const existing = isList(id) ? before.split(', ') : before;
  const texts = rule === 'remove' ? [before.split(', ')[0]!] : isList(id) ? text.split(', ') : [text];
  return { before: short(before), after: short(asText(applyRule(id, rule, existing, texts))) };
}

function ofStructures(rule: Rule, before: string, text: string): string {
  return rule === 'erase' ? '' : rule === 'fill' ? before : rule === 'add' ? `${before}; ${text}` : text;
}

function short(text: string): string {
  return text.length > SHOWN ? `${text.slice(0, SHOWN)}…` : text;
}

/** The first of these that says something else than the entry, so that the rules come to different results. */
function otherThan(entryWords: string, candidates: readonly string[]): string {
  const differs = (text: string) => text !== '' && !text.includes(entryWords) && !entryWords.includes(text);
  return candidates.find(differs) ?? 'other words';
}
