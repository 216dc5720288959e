import { asc, eq } from 'drizzle-orm';
import { preferredTerm } from '../../../core/keywords/lookup';
import { uniqueTerms } from '../../../core/keywords/parse';
import type { Context } from '../../context';
import { bundles } from '../../db/schema/vocabulary';
import type { BundleTerm } from '../../db/stored/vocabulary';
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
  const values = await checked(context, text);
  const [made] = await context.db
    .insert(bundles)
    .values(values)
    .onConflictDoNothing()
    .returning({ id: bundles.id });
  if (!made) throw failure('name-taken', { what: 'A bundle', name: values.name });
  await announce(context.db, { kind: 'bundles', id: made.id });
  return made;
}

export async function changeBundle(context: Context, id: string, text: BundleText): Promise<void> {
  const values = await checked(context, text);
  const [other] = await context.db
    .select({ id: bundles.id })
    .from(bundles)
    .where(eq(bundles.name, values.name));
  if (other && other.id !== id) throw failure('name-taken', { what: 'A bundle', name: values.name });
  const [row] = await context.db
    .update(bundles)
    .set(values)
    .where(eq(bundles.id, id))
    .returning({ id: bundles.id });
  required(row, 'bundle');
  await announce(context.db, { kind: 'bundles', id });
}

export async function removeBundle(context: Context, id: string): Promise<void> {
  await context.db.delete(bundles).where(eq(bundles.id, id));
  await announce(context.db, { kind: 'bundles', id });
}

async function checked(context: Context, { name, terms }: BundleText) {
  const trimmed = name.trim();
  if (trimmed === '') throw failure('name-missing', { what: 'the bundle' });
  const lookup = lookupOf(await readVocabulary(context));
  const words = uniqueTerms(terms.map((one) => one.trim()).filter((one) => one !== ''));
  const items = words.map((word): BundleTerm => {
    const { term } = preferredTerm(lookup, word);
    return term ? { term: term.id } : { word };
  });
  return { name: trimmed, terms: items };
}
