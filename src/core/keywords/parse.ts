/**
 * Typed or pasted keywords as separate terms: comma, semicolon, line end and tab separate (common
 * practice); blanks are folded, a term that was already given is dropped, the first spelling stays.
 */
export function parseKeywords(text: string): string[] {
  return uniqueTerms(
    text
      .split(/[,;\n\r\t\u3001\uff0c\uff1b]+/)
      .map((term) => term.replace(/\s+/g, ' ').trim())
      .filter((term) => term !== ''),
  );
}

/** Terms without repetitions; upper and lower case count as the same. */
export function uniqueTerms(terms: readonly string[]): string[] {
  const seen = new Set<string>();
  return terms.filter((term) => {
    const key = term.normalize('NFC').toLowerCase();
    return !seen.has(key) && seen.add(key) !== undefined;
  });
}

export function joinKeywords(terms: readonly string[]): string {
  return terms.join(', ');
}
