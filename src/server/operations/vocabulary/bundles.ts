import { asc, eq } from 'drizzle-orm';
import { preferredTerm } from '../../../core/keywords/lookup';
import { uniqueTerms } from '../../../core/keywords/parse';
import type { Context } from '../../context';
import { bundles } from '../../db/schema/vocabulary';
import type { BundleTerm } from '../../db/stored/vocabulary';
import { inTransaction } from '../../db/transaction';
import { announce } from '../../jobs/queue';
import { failure, required } from '../../problems/errors';
import { lookupOf, readVocabulary } from './readVocabulary';

/** A named set of keywords, with its words as they are written today. */
export interface Bundle {
  readonly id: string;
  readonly name: string;
  readonly terms: readonly string[];
}

export type BundleText = Pick<Bundle, 'name' | 'terms'>;

export async function listBundles(context: Context): Promise<Bundle[]> {
  const vocabulary = await readVocabulary(context);
  const rows = await context.db.select().from(bundles).orderBy(asc(bundles.name));
  return rows.map(({ id, name, terms }) => ({
    id,
    name,
    // A term that was removed is a term no more.
    terms: uniqueTerms(
      terms.flatMap((one) => ('word' in one ? one.word : (vocabulary.get(one.term)?.spelling ?? []))),
    ),
  }));
}

/** Makes a bundle; words of the vocabulary follow their terms, whatever these are called later. */
export async function createBundle(context: Context, text: BundleText): Promise<{ id: string }> {
  const values = { name: checkedName(text.name), terms: await checkedTerms(context, text.terms) };
  const [made] = await context.db
    .insert(bundles)
    .values(values)
    .onConflictDoNothing()
    .returning({ id: bundles.id });
  if (!made) throw failure('name-taken', { what: 'A bundle', name: values.name });
  await announce(context.db, { kind: 'bundles', id: made.id });
  return made;
}

/** Changes what is named of a bundle, and nothing else: its name and its words are saved each by itself. */
export async function changeBundle(context: Context, id: string, text: Partial<BundleText>): Promise<void> {
  const name = text.name === undefined ? {} : { name: checkedName(text.name) };
  const terms = text.terms === undefined ? {} : { terms: await checkedTerms(context, text.terms) };
  await inTransaction(context, async (tx) => {
    if (name.name !== undefined) {
      const [other] = await tx.db.select({ id: bundles.id }).from(bundles).where(eq(bundles.name, name.name));
      if (other && other.id !== id) throw failure('name-taken', { what: 'A bundle', name: name.name });
    }
    const [row] = await tx.db
      .update(bundles)
      .set({ id, ...name, ...terms })
      .where(eq(bundles.id, id))
      .returning({ id: bundles.id });
    required(row, 'bundle');
    await announce(tx.db, { kind: 'bundles', id });
  });
}

export async function removeBundle(context: Context, id: string): Promise<void> {
  await context.db.delete(bundles).where(eq(bundles.id, id));
  await announce(context.db, { kind: 'bundles', id });
}

function checkedName(name: string): string {
  const trimmed = name.trim();
  if (trimmed === '') throw failure('name-missing', { what: 'the bundle' });
  return trimmed;
}

async function checkedTerms(context: Context, words: readonly string[]): Promise<BundleTerm[]> {
  const lookup = lookupOf(await readVocabulary(context));
  const written = uniqueTerms(words.map((one) => one.trim()).filter((one) => one !== ''));
  return written.map((word) => {
    const { term } = preferredTerm(lookup, word);
    return term ? { term: term.id } : { word };
  });
}
