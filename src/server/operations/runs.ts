import { and, asc, count, desc, eq, inArray } from 'drizzle-orm';
import { presentValues } from '../../core/drafts/present';
import { stripOf } from '../../core/threads/stroke';
import type { Database, Queries } from '../db/client';
import { assignments, inverseEdits, photos, runItems, runs } from '../db/schema';
import { announce, enqueueRun } from '../jobs/queue';
import { inForceOf } from './inForce';
import { found, OperationError } from './operationError';

export type RunRow = typeof runs.$inferSelect;
export type RunCounts = Readonly<Record<(typeof runItems.$inferSelect)['state'], number>>;

export async function runCounts(db: Queries, runId: string): Promise<RunCounts> {
  const rows = await db
    .select({ state: runItems.state, n: count() })
    .from(runItems)
    .where(eq(runItems.runId, runId))
    .groupBy(runItems.state);
  return {
    waiting: 0,
    done: 0,
    unchanged: 0,
    failed: 0,
    'taken-back': 0,
    ...Object.fromEntries(rows.map((row) => [row.state, row.n])),
  };
}

/** A run with what happened to each file: while it goes on, and afterwards as its receipt. */
export async function readRun(db: Queries, id: string) {
  const [row] = await db
    .select({ run: runs, assignmentName: assignments.name })
    .from(runs)
    .innerJoin(assignments, eq(assignments.id, runs.assignmentId))
    .where(eq(runs.id, id));
  const { run, assignmentName } = found(row, 'run');
  const { signOffOf } = await inForceOf(db, run.assignmentId);
  const items = await db
    .select({
      id: runItems.id,
      name: runItems.name,
      photoId: runItems.photoId,
      state: runItems.state,
      result: runItems.result,
      problems: runItems.problems,
      reversible: inverseEdits.digestBefore,
      record: photos.record,
      place: photos.position,
    })
    .from(runItems)
    .leftJoin(inverseEdits, eq(inverseEdits.itemId, runItems.id))
    .leftJoin(photos, eq(photos.id, runItems.photoId))
    .where(eq(runItems.runId, id))
    .orderBy(asc(runItems.position));
  return {
    ...run,
    assignmentName,
    counts: await runCounts(db, id),
    items: items.map(({ record, place, ...item }) => ({
      ...item,
      reversible: item.reversible !== null,
      strip: record
        ? stripOf({
            file: record.fields,
            drafts: {},
            signOff: signOffOf(
              { name: item.name, record, place: place ?? 0 },
              presentValues(record.fields, {}),
            ),
          })
        : null,
    })),
  };
}
export type Receipt = Awaited<ReturnType<typeof readRun>>;

export async function listRuns(db: Queries, limit = 20) {
  const rows = await db
    .select({
      id: runs.id,
      kind: runs.kind,
      state: runs.state,
      createdAt: runs.createdAt,
      assignmentName: assignments.name,
    })
    .from(runs)
    .innerJoin(assignments, eq(assignments.id, runs.assignmentId))
    .orderBy(desc(runs.createdAt))
    .limit(limit);
  return Promise.all(rows.map(async (row) => ({ ...row, counts: await runCounts(db, row.id) })));
}

/** Asks a run to stop after the files in hand. */
export async function stopRun(db: Queries, id: string): Promise<void> {
  await db.update(runs).set({ stopAsked: true }).where(eq(runs.id, id));
  await announce(db, { kind: 'run', id });
}

/** Whether a run of an assignment is under way, or about to be. */
export async function isUnderWay(db: Queries, assignmentId: string): Promise<boolean> {
  const [busy] = await db
    .select({ id: runs.id })
    .from(runs)
    .where(and(eq(runs.assignmentId, assignmentId), inArray(runs.state, ['waiting', 'running'])))
    .limit(1);
  return busy !== undefined;
}

/** Lets a stopped run go on with what it has not done. */
export async function goOnRun(db: Database, id: string): Promise<void> {
  await again(db, id, 'There is nothing left to do in this run.');
}

/** Tries once more what failed; what was done stays as it is. */
export async function retryRun(db: Database, id: string): Promise<void> {
  await db
    .update(runItems)
    .set({ state: 'waiting', problems: null })
    .where(and(eq(runItems.runId, id), eq(runItems.state, 'failed')));
  await again(db, id, 'Nothing failed in this run.');
}

async function again(db: Database, id: string, otherwise: string): Promise<void> {
  await db.transaction(async (tx) => {
    const [row] = await tx.select().from(runs).where(eq(runs.id, id)).for('update');
    const { state } = found(row, 'run');
    if (state === 'running' || state === 'waiting') throw new OperationError('This run is going on.', 409);
    if ((await runCounts(tx, id)).waiting === 0) throw new OperationError(otherwise, 409);
    await tx.update(runs).set({ state: 'waiting', stopAsked: false, endedAt: null }).where(eq(runs.id, id));
    await enqueueRun(tx, id);
    await announce(tx, { kind: 'run', id });
  });
}
