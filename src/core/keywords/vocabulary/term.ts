/** A term of the vocabulary. It is known by its id: its spelling may change. */
export interface Term {
  readonly id: string;
  /** As it is written into pictures. */
  readonly spelling: string;
  /** Other words for it; they lead to it and are not written. */
  readonly synonyms: readonly string[];
  /** By language tag (RFC 5646): the preferred word first, other words for it behind. */
  readonly languages: Readonly<Record<string, readonly string[]>>;
  /** Id of the term that it belongs under. */
  readonly broader?: string;
  readonly note?: string;
  /** The day it was added, ISO 8601. */
  readonly added: string;
  /** Retired: kept on old pictures and no longer offered. Heading: groups others, and is never written. */
  readonly state?: 'retired' | 'heading';
}

/** All terms by id. Preferred spellings and synonyms differ by more than case; nothing is broader than itself. */
export type Vocabulary = ReadonlyMap<string, Term>;

/** What an act makes of one term; null: none. */
export interface TermChange {
  readonly id: string;
  readonly before: Term | null;
  readonly after: Term | null;
}

export const termLimits = {
  /** Characters of a spelling. */
  spelling: 200,
  note: 2000,
  /** Synonyms of a term, and words of one language. */
  words: 50,
  languages: 40,
  /** Levels of broader terms. */
  depth: 30,
  /** Terms of a vocabulary. */
  terms: 200_000,
} as const;

/** All words of a term: the preferred one first, then synonyms, then those of other languages. */
export function wordsOfTerm({ spelling, synonyms, languages }: Term): string[] {
  return [spelling, ...synonyms, ...Object.values(languages).flat()];
}

/** A vocabulary with some terms changed. */
export function withChanges(vocabulary: Vocabulary, changes: readonly TermChange[]): Vocabulary {
  const next = new Map(vocabulary);
  for (const { id, after } of changes) {
    if (after) next.set(id, after);
    else next.delete(id);
  }
  return next;
}

/** Whether two terms say the same in everything, languages in any order. */
export function equalTerms(one: Term | null, other: Term | null): boolean {
  if (one === null || other === null) return one === other;
  return textOf(one) === textOf(other);
}

function textOf({ id, spelling, synonyms, languages, broader, note, added, state }: Term): string {
  const words = Object.entries(languages).sort(([a], [b]) => (a < b ? -1 : 1));
  return JSON.stringify([id, spelling, synonyms, words, broader, note, added, state]);
}
