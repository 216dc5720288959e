import { sql } from 'drizzle-orm';
import type { Queries } from '../db/client';

/** Where workers hear that there is something to do in the table of runs (runs/scheduler). */
export const RUNS_CHANNEL = 'fabrica_runs';

/** Wakes the workers when the transaction that added or changed a run is committed. */
export async function wakeWorkers(db: Queries): Promise<void> {
  await db.execute(sql`select pg_notify(${RUNS_CHANNEL}, '')`);
}

/** Asks the worker to look what happened to an assignment's folders outside; asked twice it looks once. */
export async function enqueueFollow(db: Queries, assignmentId: string): Promise<void> {
  await db.execute(
    sql`select graphile_worker.add_job('follow', json_build_object('assignmentId', ${assignmentId}::text), max_attempts => 3, job_key => ${`follow:${assignmentId}`})`,
  );
}

/** Asks the worker to make previews beforehand; asked twice it makes them once. */
export async function enqueuePreviews(db: Queries, assignmentId: string): Promise<void> {
  await db.execute(
    sql`select graphile_worker.add_job('previews', json_build_object('assignmentId', ${assignmentId}::text), max_attempts => 3, job_key => ${`previews:${assignmentId}`})`,
  );
}

export const CHANGES_CHANNEL = 'fabrica_changes';

/** Windows learn only that something changed; they read it themselves. */
export interface Change {
  readonly kind:
    | 'run'
    | 'photos'
    | 'template'
    | 'assignment'
    | 'identities'
    | 'makers'
    | 'plans'
    | 'folders'
    | 'gatherings'
    | 'searches'
    | 'column-sets'
    | 'vocabulary'
    | 'bundles'
    | 'checklists'
    | 'delivery-plans'
    | 'licences'
    | 'recovery'
    | 'kept'
    | 'backups';
  readonly id: string;
}

/** Says to every window what changed, when the transaction is committed. */
export async function announce(db: Queries, change: Change): Promise<void> {
  await db.execute(sql`select pg_notify(${CHANGES_CHANNEL}, ${JSON.stringify(change)})`);
}
