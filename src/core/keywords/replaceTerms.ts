import { termKey, uniqueTerms } from './parse';

/**
 * Keywords with some of them replaced, where the first of them was; the others keep their order, and none
 * occurs twice. Without any of them the list stays as it is.
 */
export function replaceTerms(
  list: readonly string[],
  from: readonly string[],
  to: readonly string[],
): readonly string[] {
  const gone = new Set(from.map(termKey));
  const at = list.findIndex((word) => gone.has(termKey(word)));
  if (at === -1) return list;
  const kept = (some: readonly string[]) => some.filter((word) => !gone.has(termKey(word)));
  return uniqueTerms([...kept(list.slice(0, at)), ...to, ...kept(list.slice(at))]);
}
