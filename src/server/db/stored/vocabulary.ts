import type { VocabularyAct } from '../../../core/keywords/vocabulary/acts';
import type { Term, TermChange } from '../../../core/keywords/vocabulary/term';
import { storedShape } from './shape';

export type TermWords = Pick<Term, 'synonyms' | 'languages' | 'note'>;

/** Summary of an act on the vocabulary: what was done, to how many terms, and the first of them. */
export interface VocabularyActSummary {
  readonly kind: VocabularyAct['kind'] | 'take-in';
  readonly terms: number;
  readonly spelling: string;
}

/** An item of a bundle: a term of the vocabulary, or a word that it does not know. */
export type BundleTerm = { readonly term: string } | { readonly word: string };

export const termWordsShape = storedShape<TermWords>('words of a term', [], { inline: true });
export const termChangesShape = storedShape<readonly TermChange[]>('what an act on the vocabulary changed');
export const vocabularyActShape = storedShape<VocabularyActSummary>('an act on the vocabulary', [], {
  inline: true,
});
export const bundleTermsShape = storedShape<readonly BundleTerm[]>('terms of a bundle');
