import type { Term, Vocabulary } from './term';

/** A term for tests: its id is its spelling, where none is given. */
export const term = (spelling: string, rest: Partial<Term> = {}): Term => ({
  id: spelling,
  spelling,
  synonyms: [],
  languages: {},
  added: '2026-05-14',
  ...rest,
});

export const vocabularyOf = (...terms: readonly Term[]): Vocabulary =>
  new Map(terms.map((one) => [one.id, one]));
