import { separatorsOf, splitList } from './listText';

/**
 * Typed or pasted keywords as separate terms: comma, semicolon, line end and tab separate (common
 * practice), a term in quotes may hold them; blanks are folded, a term that was already given is dropped, the first spelling stays.
 */
export function parseKeywords(text: string): string[] {
  return uniqueTerms(splitList(text, separatorsOf(true)).map((term) => term.replace(/\s+/g, ' ')));
}

/** What two spellings of one term have in common: case and Unicode form do not count. */
export function termKey(term: string): string {
  return term.normalize('NFC').toLowerCase();
}

/** Whether two spellings are one term. */
export function sameTerm(one: string, other: string): boolean {
  return termKey(one) === termKey(other);
}

/** Terms without repetitions; upper and lower case count as the same. */
export function uniqueTerms(terms: readonly string[]): string[] {
  const seen = new Set<string>();
  return terms.filter((term) => {
    const key = termKey(term);
    return !seen.has(key) && seen.add(key) !== undefined;
  });
}

/** Terms as they are shown: parted by comma and space. */
export function joinKeywords(terms: readonly string[]): string {
  return terms.join(', ');
}
