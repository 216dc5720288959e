import { asc, inArray, or } from 'drizzle-orm';
import { completionsOf } from '../../../core/keywords/completion';
import { preferredTerm } from '../../../core/keywords/lookup';
import { termKey, uniqueTerms } from '../../../core/keywords/parse';
import { type Nearness, nearTerms } from '../../../core/keywords/similar';
import { broaderOf } from '../../../core/keywords/vocabulary/tree';
import type { Context } from '../../context';
import { wordsApart } from '../../db/schema/vocabulary';
import { completionsIn, lookupOf, readVocabulary, similarIn } from './readVocabulary';
import { recentCounts, usesOfTerm } from './termUses';

/** A term that is offered while one types. */
export interface OfferedTerm {
  readonly word: string;
  /** The word that was typed, where it leads to the term. */
  readonly by?: string;
  /** Broader terms, the nearest first. */
  readonly broader: readonly string[];
  readonly pictures: number;
}

const OFFERED = 8;

/** Terms for what is typed, the more used first. */
export async function completeTerm(context: Context, typed: string): Promise<OfferedTerm[]> {
  const [vocabulary, counts] = await Promise.all([readVocabulary(context), recentCounts(context)]);
  const found = completionsOf(completionsIn(vocabulary), typed, (term) => usesOfTerm(counts, term), OFFERED);
  return found.map(({ term, by }) => ({
    word: term.spelling,
    ...(by === undefined ? {} : { by }),
    broader: broaderOf(vocabulary, term.id).map((one) => one.spelling),
    pictures: usesOfTerm(counts, term),
  }));
}

/** A word as it was entered, and what the vocabulary says of it. */
export interface EnteredTerm {
  readonly typed: string;
  /** What is written: the preferred spelling where the word leads to a term, else the word itself. */
  readonly word: string;
  readonly isKnown: boolean;
  readonly state?: 'retired' | 'heading';
  /** Terms that it may be meant for. */
  readonly near: readonly { readonly word: string; readonly nearness: Nearness }[];
}

const NEAR = 3;

/** Words as they are written: synonyms lead to their term, near-duplicates of terms are named. */
export async function checkTerms(context: Context, typed: readonly string[]): Promise<EnteredTerm[]> {
  const vocabulary = await readVocabulary(context);
  const apart = await apartFrom(context, typed);
  return typed.map((one) => {
    const { term, word } = preferredTerm(lookupOf(vocabulary), one);
    if (term)
      return { typed: one, word, isKnown: true, near: [], ...(term.state ? { state: term.state } : {}) };
    const near = nearTerms(similarIn(vocabulary), one)
      .filter(({ term: found }) => !found.state && !apart.has(pairKey(one, found.spelling)))
      .slice(0, NEAR)
      .map(({ term: found, nearness }) => ({ word: found.spelling, nearness }));
    return { typed: one, word, isKnown: false, near };
  });
}

/** Entered words as they go into pictures: synonyms as their term; headings, which are never written, left out. */
export async function termWriter(context: Context): Promise<(typed: readonly string[]) => string[]> {
  const lookup = lookupOf(await readVocabulary(context));
  return (typed) => {
    const found = typed.map((one) => preferredTerm(lookup, one));
    return uniqueTerms(found.flatMap(({ term, word }) => (term?.state === 'heading' ? [] : [word])));
  };
}

const pair = (one: string, other: string) => [termKey(one), termKey(other)].sort() as [string, string];
const pairKey = (one: string, other: string) => pair(one, other).join('\n');

async function apartFrom({ db }: Context, words: readonly string[]): Promise<Set<string>> {
  if (words.length === 0) return new Set();
  const keys = words.map(termKey);
  const rows = await db
    .select()
    .from(wordsApart)
    .where(or(inArray(wordsApart.one, keys), inArray(wordsApart.other, keys)));
  return new Set(rows.map(({ one, other }) => `${one}\n${other}`));
}

/** All pairs of which somebody said that they are two. */
export async function pairsApart({ db }: Context): Promise<ReadonlySet<string>> {
  const rows = await db.select().from(wordsApart).orderBy(asc(wordsApart.one));
  return new Set(rows.map(({ one, other }) => `${one}\n${other}`));
}

/** Remembers that two words are two; asked about each other they are never again. */
export async function keepApart({ db }: Context, a: string, b: string): Promise<void> {
  const [one, other] = pair(a, b);
  await db.insert(wordsApart).values({ one, other }).onConflictDoNothing();
}
