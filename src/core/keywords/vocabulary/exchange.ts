import type { Term } from './term';

/** A term as another place tells it; broader terms are named by their place in the list. */
export interface ForeignTerm {
  /** Of the term, where the place tells ids as we make them. */
  readonly id?: string;
  readonly spelling: string;
  readonly synonyms: readonly string[];
  readonly languages: Term['languages'];
  /** Place in the list of the term that it belongs under. */
  readonly broader?: number;
  readonly note?: string;
  /** ISO 8601. */
  readonly added?: string;
  readonly state?: Term['state'];
}

/** What was read, and what of it could not be: words for a person, with the line where there is one. */
export interface ForeignVocabulary {
  readonly terms: readonly ForeignTerm[];
  readonly leftOut: readonly { readonly line?: number; readonly word: string; readonly why: LeftOut }[];
}

export type LeftOut = 'too-deep' | 'no-broader' | 'no-label' | 'second-broader' | 'unknown-column';

export const bare = (spelling: string): ForeignTerm => ({ spelling, synonyms: [], languages: {} });
