import { type FieldId, field, isList } from '../catalogue/fields';
import {
  asList,
  asText,
  type FieldValue,
  isEmpty,
  normalised,
  type Structure,
  sameValue,
  structuresOf,
} from '../catalogue/value';
import { termKey, uniqueTerms } from '../keywords/parse';
import { putAfter, putBefore } from './segments';
import type { Rule } from './template';

/** What joins a put text and the existing one: a new line for texts of several lines, else a blank. */
export function separatorOf(id: FieldId): string {
  return field(id).type === 'multiline' ? '\n' : ' ';
}

/** The value after one rule; null for none. `texts` are evaluated already. */
export function applyRule(
  id: FieldId,
  rule: Rule,
  existing: FieldValue | undefined,
  texts: readonly string[],
  structures: readonly Structure[] = [],
): FieldValue | null {
  if (field(id).type === 'structures')
    return normalised(onStructures(id, rule, structuresOf(existing), structures));
  const result = isList(id)
    ? onList(rule, asList(existing), texts)
    : onText(id, rule, asText(existing), texts[0] ?? '');
  return normalised(result);
}

function onStructures(
  id: FieldId,
  rule: Rule,
  existing: readonly Structure[],
  wanted: readonly Structure[],
): FieldValue {
  switch (rule) {
    case 'erase':
      return [];
    case 'fill':
      return existing.length > 0 ? existing : wanted;
    case 'add': {
      const same = field(id).structure === 'languageText' ? sameLanguage : sameStructure;
      const kept = existing.map((held) => wanted.find((one) => same(held, one)) ?? held);
      return [...kept, ...wanted.filter((one) => !existing.some((held) => same(held, one)))];
    }
    default:
      return wanted;
  }
}

function sameStructure(a: Structure, b: Structure): boolean {
  return sameValue([a], [b]);
}

/** A language alternative has one text a language: the added one takes its place. */
function sameLanguage(a: Structure, b: Structure): boolean {
  return String(a.language).toLowerCase() === String(b.language).toLowerCase();
}

/** Rating 0 is no rating. */
function saysNothing(id: FieldId, existing: string): boolean {
  return existing === '' || (field(id).type === 'rating' && Number(existing) === 0);
}

function onText(id: FieldId, rule: Rule, existing: string, text: string): FieldValue {
  switch (rule) {
    case 'erase':
      return '';
    case 'fill':
      return saysNothing(id, existing) ? text : existing;
    case 'before':
      return putBefore(existing, text, separatorOf(id));
    case 'after':
      return putAfter(existing, text, separatorOf(id));
    default:
      return text;
  }
}

function onList(rule: Rule, existing: readonly string[], texts: readonly string[]): FieldValue {
  switch (rule) {
    case 'erase':
      return [];
    case 'fill':
      return isEmpty(existing) ? uniqueTerms(texts) : existing;
    case 'add': {
      const held = new Set(existing.map(termKey));
      return [...existing, ...uniqueTerms(texts).filter((term) => !held.has(termKey(term)))];
    }
    case 'remove': {
      const gone = new Set(texts.map(termKey));
      return existing.filter((term) => !gone.has(termKey(term)));
    }
    default:
      return uniqueTerms(texts);
  }
}
