import type { AskedAct } from '@/server/operations/vocabulary/askedAct';
import type { ListedTerm } from '@/server/operations/vocabulary/listTerms';
import type { Carry } from '../CarryDialog';
import type { TermMap } from '../useVocabulary';

/** What the lists have in common. */
export interface OrderActs {
  readonly terms: TermMap;
  readonly byWord: ReadonlyMap<string, ListedTerm>;
  /** Carries an act out; what is refused is reported at the head of the page. */
  readonly act: (asked: AskedAct, then?: () => void) => void;
  readonly onCarry: (carry: Carry) => void;
}
