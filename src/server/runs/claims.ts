import { and, eq, inArray, type SQL, sql } from 'drizzle-orm';
import type { Context } from '../context';
import { pool } from '../db/client';
import { runItems } from '../db/schema/runs';

/** Class of the advisory locks that leases are held by. */
const LEASE_LOCKS = 4711;
export type Item = typeof runItems.$inferSelect;

/** Who carries a run out. `isLost` when the lock went, with its database connection: then nothing is claimed any more. */
export interface WorkerLease {
  readonly number: number;
  readonly isLost: () => boolean;
}

/**
 * A lease of one's own for as long as `act` goes on, held by a lock on a connection. Whoever is killed loses
 * it at once, and the items that it had claimed are free for the others.
 */
export async function withLease<T>(act: (lease: WorkerLease) => Promise<T>): Promise<T> {
  const client = await pool().connect();
  let lost = false;
  const onLost = () => {
    lost = true;
  };
  client.on('error', onLost);
  try {
    const { rows } = await client.query<{ n: number }>(
      'select n from (select floor(random() * 2147483647)::int as n from generate_series(1, 8)) as tried where pg_try_advisory_lock($1, n) limit 1',
      [LEASE_LOCKS],
    );
    return await act({ number: rows[0]!.n, isLost: () => lost });
  } finally {
    client.off('error', onLost);
    client.release(true);
  }
}

/** True where the lock of a lease is held. */
const isHeld = (lease: SQL) => sql`exists (
  select 1 from pg_locks l where l.locktype = 'advisory' and l.classid = ${LEASE_LOCKS} and l.objid = (${lease})::int::oid
    and l.objsubid = 2 and l.granted and l.database = (select oid from pg_database where datname = current_database()))`;

/** True for items that nobody has claimed, or a worker that is gone. */
const isFree = sql`(i.claimed_by is null or not ${isHeld(sql`i.claimed_by`)})`;

/** Items that are claimed with one query. */
const AT_A_TIME = 4;

/**
 * Claims the next waiting items; none when none is free, or the run is to stop or to pause. A worker that has
 * lost its lock gets none: the items in its hands would count as free, and it would get them twice.
 */
export async function claimNext(context: Context, runId: string, lease: WorkerLease): Promise<Item[]> {
  const next = sql`(select i.id from run_items i join runs r on r.id = i.run_id
    where i.run_id = ${runId} and i.state = 'waiting' and not r.stop_asked and not r.paused and ${isFree}
      and ${isHeld(sql`${lease.number}`)}
    order by i.position limit ${AT_A_TIME} for update of i skip locked)`;
  const claimed = await context.db
    .update(runItems)
    .set({ claimedBy: lease.number, claims: sql`${runItems.claims} + 1` })
    .where(inArray(runItems.id, next))
    .returning();
  return claimed.sort((a, b) => a.position - b.position);
}

/** Gives back what was claimed and not begun: no other worker could claim it, nor this one again. */
export async function giveBack(context: Context, runId: string, lease: WorkerLease): Promise<void> {
  await context.db
    .update(runItems)
    .set({ claimedBy: null, claims: sql`${runItems.claims} - 1` })
    .where(
      and(eq(runItems.runId, runId), eq(runItems.claimedBy, lease.number), eq(runItems.state, 'waiting')),
    );
}

/** Waiting items of a run: those claimed by others, and all. */
export async function waitingItems(
  context: Context,
  runId: string,
  lease: WorkerLease,
): Promise<{ claimed: number; waiting: number }> {
  const { rows } = await context.db.execute<{ in_hand: string; waiting: string }>(sql`
    select count(*) filter (where not ${isFree} and i.claimed_by is distinct from ${lease.number}) as in_hand, count(*) as waiting
    from run_items i where i.run_id = ${runId} and i.state = 'waiting'`);
  return { claimed: Number(rows[0]!.in_hand), waiting: Number(rows[0]!.waiting) };
}

/** Runs that have something to do: an item is free, or none is left and the end is to be made. */
export async function runsToCarryOut(context: Context): Promise<string[]> {
  const { rows } = await context.db.execute<{ id: string }>(sql`
    select r.id from runs r where r.state in ('waiting', 'running') and not r.paused and (
      exists (select 1 from run_items i where i.run_id = r.id and i.state = 'waiting' and ${isFree})
      or not exists (select 1 from run_items i where i.run_id = r.id and i.state = 'waiting'))
    order by r.created_at`);
  return rows.map((row) => row.id);
}
