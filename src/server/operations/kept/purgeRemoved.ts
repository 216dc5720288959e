import { lt } from 'drizzle-orm';
import type { Context } from '../../context';
import type { gatherings } from '../../db/schema/gatherings';
import type { savedSearches } from '../../db/schema/search';

const KEPT_MS = 24 * 60 * 60 * 1000;

/** Deletes rows that were removed more than a day ago: their removal can no longer be undone. */
export async function purgeRemoved(
  { db, now }: Context,
  table: typeof gatherings | typeof savedSearches,
): Promise<void> {
  await db.delete(table).where(lt(table.removedAt, new Date(now().getTime() - KEPT_MS)));
}
