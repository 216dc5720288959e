import { inArray, sql } from 'drizzle-orm';
import type { Context } from '../../context';
import { assignments } from '../../db/schema/assignments';
import { photoSearch } from '../../db/schema/search';
import { inTransaction } from '../../db/transaction';
import { failure } from '../../problems/errors';
import type { PhotoInAssignment } from '../drafts/writeAcross';
import { type AskedSearch, wholeSearch } from './askedSearch';
import { foundBy, indexForAct } from './searchPhotos';

/** All pictures that a search finds, across assignments. */
export interface FoundSet extends AskedSearch {
  /** How many the person was shown. */
  readonly pictures: number;
}

/** One act keeps other writers off its pictures until it has ended. */
const MOST_AT_ONCE = 100_000;

/**
 * Carries out an act on all pictures that a search finds, ordered by assignment, in one transaction. Throws 'found-differs'
 * (409) if they are not as many as the person was shown, 'found-too-many' (422), and 'index-behind' (503).
 */
export async function inFoundSet<T>(
  context: Context,
  { pictures, ...asked }: FoundSet,
  act: (tx: Context, photos: readonly PhotoInAssignment[]) => Promise<T>,
): Promise<T> {
  const search = wholeSearch(asked);
  if (pictures > MOST_AT_ONCE) throw failure('found-too-many', { most: MOST_AT_ONCE });
  await indexForAct(context);
  return inTransaction(context, async (tx) => {
    const { rows } = await tx.db.execute<PhotoInAssignment>(sql`
      select ${photoSearch.photoId} as id, ${photoSearch.assignmentId} as "assignmentId" from ${photoSearch}
      where ${photoSearch.photoId} in (${await foundBy(tx, search)}) order by ${photoSearch.assignmentId}, ${photoSearch.photoId}`);
    if (rows.length !== pictures) throw failure('found-differs', { pictures: rows.length });
    return act(tx, rows);
  });
}

/** Ids of the pictures of one assignment that a search finds. Throws 'index-behind' (503). */
export async function picturesFoundIn(
  context: Context,
  { assignmentId, ...asked }: AskedSearch & { readonly assignmentId: string },
): Promise<string[]> {
  const search = wholeSearch(asked);
  await indexForAct(context);
  const { rows } = await context.db.execute<{ id: string }>(sql`
    select ${photoSearch.photoId} as id from ${photoSearch}
    where ${photoSearch.assignmentId} = ${assignmentId} and ${photoSearch.photoId} in (${await foundBy(context, search)})`);
  return rows.map((row) => row.id);
}

export async function assignmentNames(
  { db }: Context,
  ids: readonly string[],
): Promise<ReadonlyMap<string, string>> {
  if (ids.length === 0) return new Map();
  const named = await db
    .select({ id: assignments.id, name: assignments.name })
    .from(assignments)
    .where(inArray(assignments.id, [...ids]));
  return new Map(named.map(({ id, name }) => [id, name]));
}
