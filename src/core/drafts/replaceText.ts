import { type FieldValue, isEmpty } from '../catalogue/value';

const escaped = (text: string) => text.replace(/[\\^$.*+?()[\]{}|/]/g, '\\$&');

/**
 * Replaces whole occurrences of a text in a value: the entire value, an item of a list, or words within a
 * text. Letter case is ignored; a part of a longer word stays. Structures stay. null: nothing is left.
 */
export function replaceText(
  value: FieldValue | undefined,
  from: string,
  to: string,
): FieldValue | null | undefined {
  if (isEmpty(value) || from === '') return value;
  const found = new RegExp(`(?<![\\p{L}\\p{N}])${escaped(from)}(?![\\p{L}\\p{N}])`, 'giu');
  const changed = (text: string) => {
    const after = text.replace(found, () => to);
    return after === text || to !== '' ? after : after.replace(/[ \t]{2,}/g, ' ').trim();
  };
  if (typeof value === 'string') return changed(value) || null;
  const items = (value as readonly (string | object)[]).map((one) =>
    typeof one === 'string' ? changed(one) : one,
  );
  const left = items.filter(
    (one, at) => one !== '' && (typeof one !== 'string' || items.indexOf(one) === at),
  );
  return left.length === 0 ? null : (left as unknown as FieldValue);
}
