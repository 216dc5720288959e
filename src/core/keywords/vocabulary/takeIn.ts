import { termKey, uniqueTerms } from '../parse';
import { checkedTerm, checkVocabulary, VocabularyProblem, type VocabularyProblemCode } from './check';
import type { ForeignTerm } from './exchange';
import { equalTerms, type Term, type TermChange, termLimits, type Vocabulary, withChanges } from './term';

/** Why something of a file is not taken: a term, a synonym, or a broader term. */
export interface NotTaken {
  readonly word: string;
  readonly why: VocabularyProblemCode | 'twice' | 'synonym-of' | 'synonym-is-term' | 'broader-makes-circle';
  /** The term that conflicts with it. */
  readonly other?: string;
}

/** What would be taken of a file, before it is. */
export interface TakingIn {
  readonly changes: readonly TermChange[];
  /** Terms of the file that say nothing new. */
  readonly same: number;
  readonly notTaken: readonly NotTaken[];
}

interface Making {
  readonly newId: () => string;
  /** ISO 8601. */
  readonly today: string;
}

/**
 * Turns the terms of a file into changes of a vocabulary. A term is known by its id, else by its spelling. Terms of the
 * vocabulary keep their words and get those of the file; nothing is removed. Terms that would make the vocabulary
 * contradict itself are left out and named.
 */
export function takeIn(vocabulary: Vocabulary, foreign: readonly ForeignTerm[], making: Making): TakingIn {
  const notTaken: NotTaken[] = [];
  const idOf = identify(vocabulary, foreign, making, notTaken);
  const wanted = new Map<string, Term>();
  for (const [at, one] of foreign.entries()) {
    const id = idOf[at];
    if (id === undefined) continue;
    const broader = one.broader === undefined ? undefined : idOf[one.broader];
    wanted.set(id, merged(wanted.get(id) ?? vocabulary.get(id), one, { id, broader, today: making.today }));
  }
  const next = new Map([...vocabulary, ...wanted]);
  withoutTakenSynonyms(next, wanted, notTaken);
  withoutCircles(next, wanted, notTaken);
  const changes = [...wanted.keys()].flatMap((id) => {
    const [before, after] = [vocabulary.get(id) ?? null, next.get(id)!];
    return equalTerms(before, after) ? [] : [{ id, before, after }];
  });
  checkVocabulary(withChanges(vocabulary, changes), changes);
  return { changes, same: wanted.size - changes.length, notTaken };
}

/** The id of each term of the file: that of a term that is there, or a new one; undefined where it is not taken. */
function identify(
  vocabulary: Vocabulary,
  foreign: readonly ForeignTerm[],
  { newId }: Making,
  notTaken: NotTaken[],
): (string | undefined)[] {
  const preferred = new Map([...vocabulary.values()].map((term) => [termKey(term.spelling), term.id]));
  const synonyms = new Map(
    [...vocabulary.values()].flatMap((term) => term.synonyms.map((word) => [termKey(word), term] as const)),
  );
  const seen = new Map<string, string>();
  const taken = new Set<string>();
  return foreign.map((one) => {
    const word = problemOf(one, notTaken);
    if (word === undefined) return undefined;
    const key = termKey(word);
    if (seen.has(key)) {
      notTaken.push({ word, why: 'twice' });
      return seen.get(key);
    }
    const held = preferred.get(key);
    const byId = one.id !== undefined && vocabulary.has(one.id) ? one.id : undefined;
    const leads = synonyms.get(key);
    if (held === undefined && leads && leads.id !== byId) {
      notTaken.push({ word, why: 'synonym-of', other: leads.spelling });
      return undefined;
    }
    // Two terms of a file that mean the same one here, by id and by word, stay two.
    const known = held ?? byId ?? one.id;
    const id = known === undefined || taken.has(known) ? newId() : known;
    taken.add(id);
    seen.set(key, id);
    return id;
  });
}

/** The spelling as it would be written; undefined where it cannot be a term. */
function problemOf(one: ForeignTerm, notTaken: NotTaken[]): string | undefined {
  try {
    return checkedTerm({ ...one, id: '', added: '', broader: undefined } as never as Term).spelling;
  } catch (error) {
    if (!(error instanceof VocabularyProblem)) throw error;
    notTaken.push({ word: one.spelling.slice(0, 80), why: error.code });
    return undefined;
  }
}

function merged(
  before: Term | undefined,
  one: ForeignTerm,
  { id, broader, today }: { id: string; broader: string | undefined; today: string },
): Term {
  const tags = new Set([...Object.keys(before?.languages ?? {}), ...Object.keys(one.languages)]);
  const languages = Object.fromEntries(
    [...tags].map((tag) => [
      tag,
      uniqueTerms([...(before?.languages[tag] ?? []), ...(one.languages[tag] ?? [])]),
    ]),
  );
  const state = one.state ?? before?.state;
  const note = one.note ?? before?.note;
  const above = broader ?? before?.broader;
  return checkedTerm({
    id,
    spelling: one.spelling,
    synonyms: [...(before?.synonyms ?? []), ...one.synonyms],
    languages,
    ...(above === undefined || above === id ? {} : { broader: above }),
    ...(note === undefined ? {} : { note }),
    added: before?.added ?? one.added ?? today,
    ...(state === undefined ? {} : { state }),
  });
}

/** A synonym that is a term itself is not taken. */
function withoutTakenSynonyms(
  next: Map<string, Term>,
  wanted: ReadonlyMap<string, Term>,
  notTaken: NotTaken[],
) {
  const preferred = new Map([...next.values()].map((term) => [termKey(term.spelling), term]));
  for (const { id, synonyms, ...term } of wanted.values()) {
    const free = synonyms.filter((word) => {
      const other = preferred.get(termKey(word));
      if (!other || other.id === id) return true;
      notTaken.push({ word, why: 'synonym-is-term', other: other.spelling });
      return false;
    });
    next.set(id, checkedTerm({ id, ...term, synonyms: free }));
  }
}

/** What would make a term broader than itself, or lies too deep, is taken as a term at the top. */
function withoutCircles(next: Map<string, Term>, wanted: ReadonlyMap<string, Term>, notTaken: NotTaken[]) {
  const depths = new Map<string, number>();
  const toTheTop = (id: string, why: NotTaken['why']) => {
    const { broader: _, ...term } = next.get(id)!;
    notTaken.push({ word: term.spelling, why });
    next.set(id, term);
  };
  for (const id of wanted.keys()) {
    const path = new Set<string>();
    let at: string | undefined = id;
    for (; at !== undefined && !depths.has(at) && !path.has(at); at = next.get(at)?.broader) path.add(at);
    if (at !== undefined && path.has(at)) {
      toTheTop(at, 'broader-makes-circle');
      depths.set(at, 1);
    }
    for (const one of [...path].reverse()) {
      if (depths.has(one)) continue;
      const depth = (depths.get(next.get(one)?.broader ?? '') ?? 0) + 1;
      if (depth > termLimits.depth) toTheTop(one, 'too-deep');
      depths.set(one, depth > termLimits.depth ? 1 : depth);
    }
  }
}
