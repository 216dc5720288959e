import { and, asc, eq, isNull, ne, type SQL, sql } from 'drizzle-orm';
import type { Search } from '../../../core/search/condition';
import type { Context } from '../../context';
import { savedSearches, savedSearchSeen } from '../../db/schema/search';
import { inTransaction } from '../../db/transaction';
import { announce } from '../../jobs/queue';
import { failure, required } from '../../problems/errors';
import { purgeRemoved } from '../kept/purgeRemoved';
import { type AskedSearch, searchOf, wholeSearch } from './askedSearch';
import { foundBy, indexStale } from './searchPhotos';

export interface SavedSearch extends AskedSearch {
  readonly id: string;
  readonly name: string;
  /** null: too many pictures to check (failingPhotos). */
  readonly pictures: number | null;
  /** Those that it had not found when it was opened last. */
  readonly fresh: number;
}

/** All saved searches by name, with what they find now. */
export async function listSavedSearches(context: Context): Promise<SavedSearch[]> {
  await indexStale(context);
  const all = await context.db
    .select()
    .from(savedSearches)
    .where(isNull(savedSearches.removedAt))
    .orderBy(asc(savedSearches.name));
  const listed: SavedSearch[] = [];
  for (const { id, name, words, conditions } of all) {
    const found = await foundBy(context, searchOf({ words, where: conditions }).search).catch((error) => {
      if ((error as { code?: string }).code === 'check-too-many') return undefined;
      throw error;
    });
    if (!found) {
      listed.push({ id, name, words, where: conditions, pictures: null, fresh: 0 });
      continue;
    }
    const { rows } = await context.db.execute<{ pictures: number; fresh: number }>(sql`
      select count(*)::int as pictures, count(*) filter (where ${isFresh(id)})::int as fresh from (${found}) as found`);
    listed.push({ id, name, words, where: conditions, ...rows[0]! });
  }
  return listed;
}

const isFresh = (id: string): SQL => sql`not exists (select from ${savedSearchSeen} seen
  where seen.search_id = ${id} and seen.photo_id = found.id)`;

/** Saves a search under a name; what it finds now is not new. A name that is taken is refused. */
export async function saveSearch(
  context: Context,
  { name, words, where }: AskedSearch & { readonly name: string },
): Promise<{ id: string }> {
  const trimmed = name.trim();
  if (trimmed === '') throw failure('name-missing', { what: 'the search' });
  const search = wholeSearch({ words, where });
  await indexStale(context);
  return inTransaction(context, async (tx) => {
    const [made] = await tx.db
      .insert(savedSearches)
      .values({ name: trimmed, words, conditions: [...where] })
      .onConflictDoNothing()
      .returning({ id: savedSearches.id });
    if (!made) throw failure('name-taken', { what: 'A saved search', name: trimmed });
    await markSeen(tx, made.id, search);
    return made;
  });
}

/** A saved search is opened: what it finds now is not new any more. */
export async function openSavedSearch(context: Context, id: string): Promise<void> {
  const [row] = await context.db.select().from(savedSearches).where(eq(savedSearches.id, id));
  const { words, conditions } = required(row, 'search');
  await markSeen(context, id, searchOf({ words, where: conditions }).search);
}

async function markSeen(context: Context, id: string, search: Search): Promise<void> {
  const found = await foundBy(context, search);
  await context.db.execute(sql`insert into ${savedSearchSeen} (search_id, photo_id)
    select ${id}::uuid, found.id from (${found}) as found on conflict do nothing`);
  await announce(context.db, { kind: 'searches', id });
}

/** Removes a saved search, or undoes that with what was seen of it; its pictures stay as they are. Throws 'name-taken'. */
export async function removeSavedSearch(context: Context, id: string, isRemoved: boolean): Promise<void> {
  await inTransaction(context, async (tx) => {
    const [there] = await tx.db.select().from(savedSearches).where(eq(savedSearches.id, id)).for('update');
    const { name } = required(there, 'search');
    const [other] = await tx.db
      .select({ id: savedSearches.id })
      .from(savedSearches)
      .where(and(eq(savedSearches.name, name), isNull(savedSearches.removedAt), ne(savedSearches.id, id)));
    if (other && !isRemoved) throw failure('name-taken', { what: 'A saved search', name });
    await tx.db
      .update(savedSearches)
      .set({ removedAt: isRemoved ? context.now() : null })
      .where(eq(savedSearches.id, id));
    if (isRemoved) await purgeRemoved(tx, savedSearches);
    await announce(tx.db, { kind: 'searches', id });
  });
}
