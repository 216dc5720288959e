import { sql } from 'drizzle-orm';
import type { Context } from '../context';
import { enqueueFollow } from '../jobs/queue';

/** Has the worker look at the folders of every assignment that is not archived; one that waits already waits once. */
export async function followAll({ db }: Context): Promise<void> {
  const { rows } = await db.execute<{ id: string }>(
    sql`select id from assignments where archived_at is null order by created_at desc`,
  );
  for (const { id } of rows) await enqueueFollow(db, id);
}
