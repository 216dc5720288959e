import { type Condition, conditionOf, type Search } from '../../../core/search/condition';
import { failure } from '../../problems/errors';

/** A search as its address names it: words, and a sentence a condition. */
export interface AskedSearch {
  readonly words: string;
  readonly where: readonly string[];
  /** Of an act: the pictures that were picked. */
  readonly only?: readonly string[];
}

/** The search of an act. Refused where a sentence is no condition: the act would take in more than is meant. */
export function wholeSearch(asked: AskedSearch): Search {
  const { search, notUnderstood } = searchOf(asked);
  const [unknown] = notUnderstood;
  if (unknown !== undefined) throw failure('condition-not-understood', { condition: unknown });
  return search;
}

/** The search, and the sentences that are no conditions. */
export function searchOf({ words, where, only }: AskedSearch): { search: Search; notUnderstood: string[] } {
  const read = where.map((sentence) => conditionOf(sentence));
  return {
    search: {
      words,
      conditions: read.filter((one): one is Condition => one !== undefined),
      ...(only ? { only } : {}),
    },
    notUnderstood: where.filter((_, at) => read[at] === undefined),
  };
}
