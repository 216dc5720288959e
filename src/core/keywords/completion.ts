import { foldedTerm } from './folded';
import { type Term, type Vocabulary, wordsOfTerm } from './vocabulary/term';

/** One beginning of a word of a term: "fishing boat" of "wooden fishing boat". */
interface Beginning {
  readonly text: string;
  readonly word: string;
  readonly term: Term;
  /** 0 where the whole word begins here. */
  readonly at: number;
}

export interface CompletionIndex {
  readonly beginnings: readonly Beginning[];
}

/** A term that is offered for what is typed. */
export interface Completion {
  readonly term: Term;
  /** The synonym, or word of another language, that was typed; not there where it is the preferred spelling. */
  readonly by?: string;
}

/** Terms that are offered, ready to be looked up. Retired terms and headings are none. */
export function completionIndex(vocabulary: Vocabulary): CompletionIndex {
  const beginnings: Beginning[] = [];
  for (const term of vocabulary.values()) {
    if (term.state) continue;
    for (const word of wordsOfTerm(term)) {
      const folded = foldedTerm(word);
      beginnings.push({ text: folded, word, term, at: 0 });
      for (let at = folded.indexOf(' ') + 1; at > 0; at = folded.indexOf(' ', at) + 1)
        beginnings.push({ text: folded.slice(at), word, term, at });
    }
  }
  beginnings.sort((a, b) => (a.text < b.text ? -1 : a.text > b.text ? 1 : 0));
  return { beginnings };
}

/**
 * Terms of which a word begins with what is typed, accents and case aside: those used most first, then those
 * that begin so as a whole, then the shorter. `usesOf` tells how many pictures carry a term.
 */
export function completionsOf(
  { beginnings }: CompletionIndex,
  typed: string,
  usesOf: (term: Term) => number,
  most: number,
): Completion[] {
  const wanted = foldedTerm(typed);
  if (wanted === '') return [];
  const best = new Map<string, Beginning>();
  for (let at = firstFrom(beginnings, wanted); beginnings[at]?.text.startsWith(wanted); at++) {
    const found = beginnings[at]!;
    const held = best.get(found.term.id);
    if (!held || isCloser(found, held)) best.set(found.term.id, found);
  }
  return [...best.values()]
    .map((found) => ({ found, uses: usesOf(found.term), isWhole: found.text === wanted && found.at === 0 }))
    .sort(
      (a, b) =>
        Number(b.isWhole) - Number(a.isWhole) ||
        b.uses - a.uses ||
        Number(a.found.at > 0) - Number(b.found.at > 0) ||
        a.found.word.length - b.found.word.length ||
        (a.found.term.spelling < b.found.term.spelling ? -1 : 1),
    )
    .slice(0, most)
    .map(({ found: { term, word } }) => (word === term.spelling ? { term } : { term, by: word }));
}

/** Of two words of one term: the preferred spelling, then one that begins so as a whole, then the shorter. */
function isCloser(one: Beginning, other: Beginning): boolean {
  const rank = ({ word, term, at }: Beginning) => (word === term.spelling ? 0 : 2) + (at === 0 ? 0 : 1);
  return rank(one) < rank(other) || (rank(one) === rank(other) && one.word.length < other.word.length);
}

function firstFrom(beginnings: readonly Beginning[], wanted: string): number {
  let [low, high] = [0, beginnings.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (beginnings[middle]!.text < wanted) low = middle + 1;
    else high = middle;
  }
  return low;
}
