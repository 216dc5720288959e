import { utf8Length } from '../../bytes/text';
import { field } from '../../catalogue/fields';
import type { TermLookup } from '../lookup';
import { termKey } from '../parse';
import { type Nearness, nearTerms, type SimilarIndex } from '../similar';
import type { Term, Vocabulary } from './term';

/** How a word is used, by its key. */
export interface WordUse {
  readonly spelling: string;
  readonly pictures: number;
}

/** What keeps a vocabulary and its pictures from being in order, each with the words that it is about. */
export interface OutOfOrder {
  /** On pictures, and no term of the vocabulary; with the term that it may be meant for. */
  readonly unknown: readonly (WordUse & { readonly near?: string })[];
  /** On pictures, and a synonym of a term. */
  readonly synonyms: readonly (WordUse & { readonly preferred: string })[];
  /** Written on one picture only. */
  readonly once: readonly WordUse[];
  /** Longer than IIM takes. */
  readonly tooLong: readonly (WordUse & { readonly bytes: number })[];
  /** Retired, or a heading, and still on pictures. */
  readonly retired: readonly (WordUse & { readonly state: 'retired' | 'heading' })[];
  /** Terms that may be one. */
  readonly alike: readonly { readonly one: string; readonly other: string; readonly nearness: Nearness }[];
}

/** Bytes of a keyword in IIM, DataSet 2:25. */
const KEYWORD_BYTES = field('keywords').iim!.maxBytes;

/** Two terms that both were made on purpose and are one letter off are reported from this length on. */
const LETTERS_OF_TERMS = 9;

interface Known {
  readonly vocabulary: Vocabulary;
  readonly lookup: TermLookup;
  readonly similar: SimilarIndex;
  /** Most used first. */
  readonly uses: readonly WordUse[];
  readonly areApart: (one: string, other: string) => boolean;
}

export function outOfOrder({ vocabulary, lookup, similar, uses, areApart }: Known): OutOfOrder {
  const found = uses.map((use) => ({ use, term: lookup.get(termKey(use.spelling)) }));
  const isPreferred = (term: Term, { spelling }: WordUse) => termKey(term.spelling) === termKey(spelling);
  return {
    unknown: found.flatMap(({ use, term }) => {
      if (term) return [];
      const near = nearTerms(similar, use.spelling).find(
        (one) => !one.term.state && !areApart(use.spelling, one.term.spelling),
      );
      return [{ ...use, ...(near ? { near: near.term.spelling } : {}) }];
    }),
    synonyms: found.flatMap(({ use, term }) =>
      term && !isPreferred(term, use) ? [{ ...use, preferred: term.spelling }] : [],
    ),
    once: found.flatMap(({ use }) => (use.pictures === 1 ? [use] : [])),
    tooLong: found.flatMap(({ use }) => {
      const bytes = utf8Length(use.spelling);
      return bytes > KEYWORD_BYTES ? [{ ...use, bytes }] : [];
    }),
    retired: found.flatMap(({ use, term }) =>
      term?.state && isPreferred(term, use) ? [{ ...use, state: term.state }] : [],
    ),
    alike: pairsAlike(vocabulary, similar, areApart),
  };
}

function pairsAlike(
  vocabulary: Vocabulary,
  similar: SimilarIndex,
  areApart: Known['areApart'],
): OutOfOrder['alike'] {
  const pairs = new Map<string, OutOfOrder['alike'][number]>();
  for (const { id, spelling } of vocabulary.values())
    for (const { term, word, nearness } of nearTerms(similar, spelling)) {
      if (term.id === id || termKey(word) !== termKey(term.spelling) || areApart(spelling, word)) continue;
      if (nearness === 'letter' && spelling.length < LETTERS_OF_TERMS) continue;
      const [one, other] = [spelling, word].sort() as [string, string];
      pairs.set(`${one}\n${other}`, { one, other, nearness });
    }
  return [...pairs.values()];
}
