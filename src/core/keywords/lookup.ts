import { termKey } from './parse';
import type { Term, Vocabulary } from './vocabulary/term';

/** Terms by every word that stands for them, case aside. */
export type TermLookup = ReadonlyMap<string, Term>;

/** A preferred spelling goes before a synonym, a synonym before a word of another language. */
export function termLookup(vocabulary: Vocabulary): TermLookup {
  const found = new Map<string, Term>();
  const put = (word: string, term: Term) => {
    const key = termKey(word);
    if (!found.has(key)) found.set(key, term);
  };
  for (const term of vocabulary.values()) put(term.spelling, term);
  for (const term of vocabulary.values()) for (const word of term.synonyms) put(word, term);
  for (const term of vocabulary.values())
    for (const word of Object.values(term.languages).flat()) put(word, term);
  return found;
}

/** What is written for a typed word: the preferred spelling of its term. */
export interface PreferredTerm {
  readonly term?: Term;
  readonly word: string;
}

/** A typed word as it is written: synonyms lead to the preferred spelling; a word that is not known stays. */
export function preferredTerm(lookup: TermLookup, word: string): PreferredTerm {
  const term = lookup.get(termKey(word));
  return term ? { term, word: term.spelling } : { word };
}
