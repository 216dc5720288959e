import { and, asc, count, countDistinct, desc, eq, inArray, isNotNull, sql } from 'drizzle-orm';
import type { ImportWay } from '../../../core/naming/importChoices';
import type { Database, Queries } from '../../db/client';
import { assignments } from '../../db/schema/assignments';
import { drafts } from '../../db/schema/drafts';
import { openedFolders } from '../../db/schema/folders';
import { photos } from '../../db/schema/photos';
import { runItems, runs } from '../../db/schema/runs';
import { undoneFolder } from '../../files/moveFile';
import { announce, enqueueRun } from '../../jobs/queue';
import { found, OperationError } from '../../problems/operationError';
import { makeSummariesOf } from '../photos/listSummaries';
import { canBeUndone } from './startUndo';

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
    undone: 0,
    ...Object.fromEntries(rows.map((row) => [row.state, row.n])),
  };
}

/** A run as a whole: while it goes on, and afterwards as its receipt. */
export async function readRun(db: Database, id: string) {
  const [row] = await db
    .select({ run: runs, assignmentName: assignments.name })
    .from(runs)
    .innerJoin(assignments, eq(assignments.id, runs.assignmentId))
    .where(eq(runs.id, id));
  const { run, assignmentName } = found(row, 'run');
  await makeSummariesOf(db, run.assignmentId);
  const [counts, strips, reversible, undone] = await Promise.all([
    runCounts(db, id),
    stripsOfRun(db, id),
    reversibleItems(db, run),
    undoneAct(db, run),
  ]);
  const { parameters, ...told } = run;
  const act = actOf(run.kind, parameters);
  const kept = reversible > 0 && run.kind === 'import' ? await keptByUndo(db, run) : undefined;
  return { ...told, act, undone, assignmentName, counts, strips, reversible, kept };
}

/** What the run did that this one undoes; 'undo' where it does again what was undone. */
async function undoneAct(db: Queries, run: RunRow): Promise<RunAct | undefined> {
  const [undone] = run.undoes ? await db.select().from(runs).where(eq(runs.id, run.undoes)) : [];
  return undone && actOf(undone.kind, undone.parameters);
}

/** Undoing an import keeps its files and what was written about them: where, and how many pictures have drafts. */
async function keptByUndo(db: Database, run: RunRow): Promise<{ folder: string; drafted: number }> {
  const [row] = await db
    .select({ path: openedFolders.path })
    .from(assignments)
    .innerJoin(openedFolders, eq(openedFolders.id, assignments.workingFolderId))
    .where(eq(assignments.id, run.assignmentId));
  const [drafted] = await db
    .select({ n: countDistinct(drafts.photoId) })
    .from(drafts)
    .innerJoin(runItems, eq(runItems.photoId, drafts.photoId))
    .where(and(eq(runItems.runId, run.id), eq(runItems.state, 'done')));
  return { folder: undoneFolder(found(row, 'folder').path, run.id), drafted: drafted?.n ?? 0 };
}

/** What a run does, as it is told: bringing in by the way that was chosen. */
export type RunAct = ImportWay | 'embed' | 'undo';

function actOf(kind: RunRow['kind'], parameters: RunRow['parameters']): RunAct {
  if (kind !== 'import') return kind;
  return 'way' in parameters ? (parameters.way ?? 'copy') : 'copy';
}

/** How many of its pictures have which strip now (threads/stripCode). */
async function stripsOfRun(db: Queries, id: string): Promise<{ strip: string; count: number }[]> {
  const strip = sql<string>`${photos.summary}->>'strip'`;
  return db
    .select({ strip, count: count() })
    .from(runItems)
    .innerJoin(photos, eq(photos.id, runItems.photoId))
    .where(and(eq(runItems.runId, id), isNotNull(photos.summary)))
    .groupBy(strip);
}

async function reversibleItems(db: Queries, run: RunRow): Promise<number> {
  const [row] = await db
    .select({ n: count() })
    .from(runItems)
    .where(and(eq(runItems.runId, run.id), await canBeUndone(db, run)));
  return row?.n ?? 0;
}

/** What happened to each file, failed ones first, then in their order. */
export async function listRunItems(db: Queries, runId: string, from = 0, most = 50) {
  const failedFirst = sql`(${runItems.state} = 'failed') desc`;
  return db
    .select({
      id: runItems.id,
      position: runItems.position,
      name: runItems.name,
      photoId: photos.id,
      state: runItems.state,
      inHand: sql<boolean>`${runItems.state} = 'waiting' and ${runItems.result} is not null`,
      result: runItems.result,
      problems: runItems.problems,
      strip: sql<string | null>`${photos.summary}->>'strip'`,
    })
    .from(runItems)
    .leftJoin(photos, eq(photos.id, runItems.photoId))
    .where(eq(runItems.runId, runId))
    .orderBy(failedFirst, asc(runItems.position))
    .offset(from)
    .limit(most);
}

export async function listRuns(db: Queries, limit = 20) {
  const rows = await db
    .select({
      id: runs.id,
      kind: runs.kind,
      state: runs.state,
      paused: runs.paused,
      createdAt: runs.createdAt,
      parameters: runs.parameters,
      assignmentName: assignments.name,
    })
    .from(runs)
    .innerJoin(assignments, eq(assignments.id, runs.assignmentId))
    .orderBy(desc(runs.createdAt))
    .limit(limit);
  return Promise.all(
    rows.map(async ({ parameters, ...row }) => ({
      ...row,
      act: actOf(row.kind, parameters),
      counts: await runCounts(db, row.id),
    })),
  );
}

/** Asks a run to stop after the files in hand. One that pauses is woken, to make its end. */
export async function stopRun(db: Database, id: string): Promise<void> {
  await db.transaction(async (tx) => {
    await tx.update(runs).set({ stopAsked: true, paused: false }).where(eq(runs.id, id));
    await enqueueRun(tx, id);
    await announce(tx, { kind: 'run', id });
  });
}

/** Has a run wait, or go on from there; it keeps its place, and the assignment stays its own meanwhile. */
export async function pauseRun(db: Database, id: string, paused: boolean): Promise<void> {
  await db.transaction(async (tx) => {
    const open = and(eq(runs.id, id), inArray(runs.state, ['waiting', 'running']));
    const changed = await tx.update(runs).set({ paused }).where(open).returning({ id: runs.id });
    if (changed.length === 0) throw new OperationError('This run has ended.', 409);
    if (!paused) await enqueueRun(tx, id);
    await announce(tx, { kind: 'run', id });
  });
}

/** Whether a run of an assignment is under way, or about to be; without those that pause, where they do not count. */
export async function isUnderWay(
  db: Queries,
  assignmentId: string,
  { withPaused = true } = {},
): Promise<boolean> {
  const [busy] = await db
    .select({ id: runs.id })
    .from(runs)
    .where(
      and(
        eq(runs.assignmentId, assignmentId),
        inArray(runs.state, ['waiting', 'running']),
        withPaused ? undefined : eq(runs.paused, false),
      ),
    )
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
