import { type FieldValue, isEmpty } from '../catalogue/value';

const escaped = (text: string) => text.replace(/[\\^$.*+?()[\]{}|/]/g, '\\$&');

/**
 * Replaces whole occurrences of a text in a value: the entire value, an item of a list, or words within a
 * text. Letter case is ignored. A part of a longer word stays, and so does the new text where it is there already.
 * Structures stay. null: nothing is left.
 */
export function replaceText(
  value: FieldValue | undefined,
  from: string,
  to: string,
): FieldValue | null | undefined {
  if (isEmpty(value) || from === '') return value;
  const replaced = (text: string) => changedText(text, from, to);
  if (typeof value === 'string') return replaced(value) || null;
  const before = value as readonly (string | object)[];
  const items = before.map((one) => (typeof one === 'string' ? replaced(one) : one));
  if (items.every((one, at) => one === before[at])) return value;
  const left = [...new Set(items)].filter((one) => one !== '');
  return left.length === 0 ? null : (left as unknown as FieldValue);
}

function changedText(text: string, from: string, to: string): string {
  const kept = to === '' ? '' : `(${escaped(to)})|`;
  // The space behind a text that is removed goes with it.
  const space = to === '' ? '[ \\t]*' : '';
  const found = new RegExp(`(?<![\\p{L}\\p{N}])(?:${kept}${escaped(from)})(?![\\p{L}\\p{N}])${space}`, 'giu');
  const after = text.replace(found, (_, present) => (typeof present === 'string' ? present : to));
  return to === '' && after !== text ? after.trim() : after;
}
