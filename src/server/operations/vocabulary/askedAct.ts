import type { VocabularyAct } from '../../../core/keywords/vocabulary/acts';
import type { Term } from '../../../core/keywords/vocabulary/term';
import type { Context } from '../../context';
import { actOnVocabulary } from './changeVocabulary';

type NewTerm = Pick<Term, 'id' | 'spelling' | 'broader'>;
type Split = Extract<VocabularyAct, { kind: 'split' }>;

/** An act as a window asks for it: the day of what is new is the server's. */
export type AskedAct =
  | Exclude<VocabularyAct, { kind: 'add' | 'split' }>
  | { readonly kind: 'add'; readonly terms: readonly NewTerm[] }
  | Omit<Split, 'added'>;

export function carryOutAct(context: Context, act: AskedAct): Promise<void> {
  const added = context.now().toISOString().slice(0, 10);
  if (act.kind === 'split') return actOnVocabulary(context, { ...act, added });
  if (act.kind !== 'add') return actOnVocabulary(context, act);
  const terms = act.terms.map((one) => ({ ...one, synonyms: [], languages: {}, added }));
  return actOnVocabulary(context, { kind: 'add', terms });
}
