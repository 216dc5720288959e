import { sql } from 'drizzle-orm';
import type { Context } from '../context';

/** What a reading that begins now shows. Asked for before anything else is read. */
export interface Snapshot {
  /** A transaction number of which all earlier ones have ended: nothing that is committed later is missed by asking from there on. */
  readonly until: string;
  /** As core/drafts/snapshot reads it. */
  readonly snapshot: string;
}

export async function snapshotNow({ db }: Context): Promise<Snapshot> {
  const { rows } = await db.execute<{ until: string; snapshot: string }>(
    sql`select pg_snapshot_xmin(now)::text as until, now::text as snapshot from pg_current_snapshot() as now`,
  );
  return rows[0]!;
}

/** The number of the transaction that is under way. */
export async function transactionNow({ db }: Context): Promise<string> {
  const { rows } = await db.execute<{ transaction: string }>(
    sql`select pg_current_xact_id()::text as transaction`,
  );
  return rows[0]!.transaction;
}
