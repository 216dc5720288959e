import { sql } from 'drizzle-orm';
import type { Context } from '../context';
import { enqueueFollow } from '../jobs/queue';

/** Enqueues a follow job for each assignment that is not archived. Job keys deduplicate pending jobs. */
export async function followAll({ db }: Context): Promise<void> {
  const { rows } = await db.execute<{ id: string }>(
    sql`select id from assignments where archived_at is null order by created_at desc`,
  );
  for (const { id } of rows) await enqueueFollow(db, id);
}
