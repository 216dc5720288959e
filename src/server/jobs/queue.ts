import { sql } from 'drizzle-orm';
import type { Queries } from '../db/client';

/** Asks the worker to carry out a run, in the same transaction as the run's row. */
export async function enqueueRun(db: Queries, runId: string): Promise<void> {
  await db.execute(
    sql`select graphile_worker.add_job('run', json_build_object('runId', ${runId}::text), max_attempts => 25, job_key => ${`run:${runId}`})`,
  );
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

/** What windows are told: only that something changed; they read it themselves. */
export interface Change {
  readonly kind: 'run' | 'photos' | 'template' | 'assignment' | 'identities';
  readonly id: string;
}

export async function announce(db: Queries, change: Change): Promise<void> {
  await db.execute(sql`select pg_notify(${CHANGES_CHANNEL}, ${JSON.stringify(change)})`);
}
