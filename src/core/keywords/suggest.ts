import { companyOf, LEAST_COMPANY } from './company';
import { preferredTerm, type TermLookup } from './lookup';
import { termKey } from './parse';

/** Why a word is offered. */
export type SuggestionReason =
  | { readonly by: 'text' }
  | { readonly by: 'place' }
  | { readonly by: 'person' }
  /** It accompanies this word more often than by chance. */
  | { readonly by: 'company'; readonly of: string }
  | { readonly by: 'broader'; readonly of: string }
  | { readonly by: 'frequent'; readonly pictures: number }
  | { readonly by: 'recent' };

export interface Suggestion {
  readonly word: string;
  readonly reason: SuggestionReason;
}

/** What is known of a selection, and of the pictures around it. */
export interface SuggestionBasis {
  /** Words that are on the selection already. */
  readonly present: readonly string[];
  /** Terms that are in captions and headlines, in their order. */
  readonly inText: readonly string[];
  readonly places: readonly string[];
  readonly people: readonly string[];
  /** How often two words meet: one of the present ones and another. */
  readonly meetings: readonly { readonly one: string; readonly other: string; readonly both: number }[];
  /** Number of pictures that have a word, and of all pictures. */
  readonly countOf: (word: string) => number;
  readonly all: number;
  readonly broader: readonly { readonly word: string; readonly of: string }[];
  readonly frequent: readonly { readonly word: string; readonly pictures: number }[];
  readonly recent: readonly string[];
  readonly lookup: TermLookup;
}

/** No kind of reason fills the list alone. */
const OF_EACH = 6;

/** Words to offer, each once and for its best reason: what the text says, names, company, broader, frequent, recent. */
export function suggestionsFor(basis: SuggestionBasis, most: number): Suggestion[] {
  const given = new Set(basis.present.map(termKey));
  const found: Suggestion[] = [];
  const offer = (some: readonly Suggestion[]) => {
    let taken = 0;
    for (const { word, reason } of some) {
      const { term, word: written } = preferredTerm(basis.lookup, word);
      const key = termKey(written);
      if (taken === OF_EACH || written.trim() === '' || given.has(key) || term?.state) continue;
      given.add(key);
      found.push({ word: written, reason });
      taken++;
    }
  };
  const because = (words: readonly string[], reason: SuggestionReason) =>
    words.map((word) => ({ word, reason }));
  offer(because(basis.inText, { by: 'text' }));
  offer(because(basis.people, { by: 'person' }));
  offer(because(basis.places, { by: 'place' }));
  offer(companions(basis));
  offer(basis.broader.map(({ word, of }) => ({ word, reason: { by: 'broader', of } })));
  offer(basis.frequent.map(({ word, pictures }) => ({ word, reason: { by: 'frequent', pictures } })));
  offer(because(basis.recent, { by: 'recent' }));
  return found.slice(0, most);
}

/** What accompanies the present words better than chance, the closest first. */
function companions({ meetings, countOf, all }: SuggestionBasis): Suggestion[] {
  return meetings
    .map(({ one, other, both }) => ({
      one,
      other,
      company: companyOf({ both, one: countOf(one), other: countOf(other), all }),
    }))
    .filter(({ company }) => company > LEAST_COMPANY)
    .sort((a, b) => b.company - a.company)
    .map(({ one, other }) => ({ word: other, reason: { by: 'company', of: one } }));
}
