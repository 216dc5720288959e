import { lt } from 'drizzle-orm';
import type { Context } from '../../context';
import type { gatherings } from '../../db/schema/gatherings';
import type { savedSearches } from '../../db/schema/search';

const UNDONE_FOR_MS = 24 * 60 * 60 * 1000;

/** Deletes what was removed a day ago: its removal cannot be undone any more. */
export async function purgeRemoved(
  { db, now }: Context,
  table: typeof gatherings | typeof savedSearches,
): Promise<void> {
  await db.delete(table).where(lt(table.removedAt, new Date(now().getTime() - UNDONE_FOR_MS)));
}
