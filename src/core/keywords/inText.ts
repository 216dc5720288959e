import { stemmer } from 'stemmer';
import { foldedTerm } from './folded';
import { type Term, type Vocabulary, wordsOfTerm } from './vocabulary/term';

/** Terms by the stems of their words. */
export type StemIndex = ReadonlyMap<string, Term>;

const LONGEST = 6;
const stemsOf = (text: string): string[] =>
  foldedTerm(text)
    .split(/[^\p{L}\p{N}]+/u)
    .filter((word) => word !== '')
    .map(stemmer);

/** Terms that are offered, by the stems (Porter) of all their words. */
export function stemIndex(vocabulary: Vocabulary): StemIndex {
  const index = new Map<string, Term>();
  for (const term of vocabulary.values()) {
    if (term.state) continue;
    for (const word of wordsOfTerm(term)) {
      const stems = stemsOf(word);
      const key = stems.join(' ');
      if (stems.length <= LONGEST && key !== '' && !index.has(key)) index.set(key, term);
    }
  }
  return index;
}

/** Terms that are in a text, also inflected or as a synonym, in the order of the text; the longest match counts. */
export function termsInText(index: StemIndex, text: string): Term[] {
  const stems = stemsOf(text);
  const found = new Map<string, Term>();
  for (let at = 0; at < stems.length; ) {
    let taken = 1;
    for (let length = Math.min(LONGEST, stems.length - at); length > 0; length--) {
      const term = index.get(stems.slice(at, at + length).join(' '));
      if (!term) continue;
      found.set(term.id, term);
      taken = length;
      break;
    }
    at += taken;
  }
  return [...found.values()];
}
