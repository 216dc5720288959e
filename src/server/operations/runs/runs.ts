import { and, asc, count, countDistinct, eq, inArray, isNotNull, sql } from 'drizzle-orm';
import type { Context } from '../../context';
import { assignments } from '../../db/schema/assignments';
import { drafts } from '../../db/schema/drafts';
import { openedFolders } from '../../db/schema/folders';
import { photoSummaries } from '../../db/schema/photos';
import { runItems, runs } from '../../db/schema/runs';
import { inTransaction } from '../../db/transaction';
import { undoneFolder } from '../../files/moveFile';
import { announce, wakeWorkers } from '../../jobs/queue';
import { failure, required } from '../../problems/errors';
import { parametersOf } from '../../runs/parameters';
import { actOf } from '../../runs/registry';
import type { RunAct } from '../../runs/runActs';
import { makeSummariesOf } from '../photos/makeSummaries';
import { canBeUndone } from './startUndo';

export type RunRow = typeof runs.$inferSelect;
export type RunCounts = Readonly<Record<(typeof runItems.$inferSelect)['state'], number>>;

/** How many items of a run are in which state. */
export async function runCounts(context: Context, runId: string): Promise<RunCounts> {
  const rows = await context.db
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
export async function readRun(context: Context, id: string) {
  const [row] = await context.db
    .select({ run: runs, assignmentName: assignments.name })
    .from(runs)
    .innerJoin(assignments, eq(assignments.id, runs.assignmentId))
    .where(eq(runs.id, id));
  const { run, assignmentName } = required(row, 'run');
  await makeSummariesOf(context, run.assignmentId);
  const [counts, strips, reversible, undone] = await Promise.all([
    runCounts(context, id),
    stripsOfRun(context, id),
    reversibleItems(context, run),
    undoneAct(context, run),
  ]);
  const { parameters: _, ...rest } = run;
  const act = actOf(run);
  const kept = reversible > 0 && run.kind === 'import' ? await keptByUndo(context, run) : undefined;
  const delivery = run.kind === 'deliver' ? await deliveryOf(context, run) : undefined;
  return { ...rest, act, undone, assignmentName, counts, strips, reversible, kept, delivery };
}

/** Of a delivery: where its copies lie, whether they come as an archive, and what was decided before. */
async function deliveryOf(context: Context, run: RunRow) {
  const { deliveryPlan, folderId, openPoints } = parametersOf(run, 'deliver');
  const [folder] = await context.db
    .select({ path: openedFolders.path })
    .from(openedFolders)
    .where(eq(openedFolders.id, folderId));
  const [byOthers] = await context.db
    .select({ n: count() })
    .from(runItems)
    .where(
      and(
        eq(runItems.runId, run.id),
        eq(runItems.state, 'done'),
        sql`${runItems.problems} @? '$.** ? (@.code == "made-by-others")'`,
      ),
    );
  return {
    folder: deliveryPlan.to === 'archive' ? null : (folder?.path ?? null),
    isArchived: deliveryPlan.to !== 'folder',
    openPoints: openPoints ?? null,
    byOthers: byOthers?.n ?? 0,
  };
}

/** What the run did that this one undoes; 'undo' where it does again what was undone. */
async function undoneAct(context: Context, run: RunRow): Promise<RunAct | undefined> {
  const [undone] = run.undoes ? await context.db.select().from(runs).where(eq(runs.id, run.undoes)) : [];
  return undone && actOf(undone);
}

/** Undoing an import keeps its files and what was written about them: where, and how many pictures have drafts. */
async function keptByUndo(context: Context, run: RunRow): Promise<{ folder: string; drafted: number }> {
  const [row] = await context.db
    .select({ path: openedFolders.path })
    .from(assignments)
    .innerJoin(openedFolders, eq(openedFolders.id, assignments.workingFolderId))
    .where(eq(assignments.id, run.assignmentId));
  const [drafted] = await context.db
    .select({ n: countDistinct(drafts.photoId) })
    .from(drafts)
    .innerJoin(runItems, eq(runItems.photoId, drafts.photoId))
    .where(and(eq(runItems.runId, run.id), eq(runItems.state, 'done')));
  return { folder: undoneFolder(required(row, 'folder').path, run.id), drafted: drafted?.n ?? 0 };
}

/** How many of its pictures have which strip now (threads/stripCode). */
async function stripsOfRun(context: Context, id: string): Promise<{ strip: string; count: number }[]> {
  const strip = sql<string>`${photoSummaries.summary}->>'strip'`;
  return context.db
    .select({ strip, count: count() })
    .from(runItems)
    .innerJoin(photoSummaries, eq(photoSummaries.photoId, runItems.photoId))
    .where(and(eq(runItems.runId, id), isNotNull(photoSummaries.summary)))
    .groupBy(strip);
}

async function reversibleItems(context: Context, run: RunRow): Promise<number> {
  const [row] = await context.db
    .select({ n: count() })
    .from(runItems)
    .where(and(eq(runItems.runId, run.id), await canBeUndone(context, run)));
  return row?.n ?? 0;
}

/** What happened to each file, failed ones first, then in their order. */
export async function listRunItems(context: Context, runId: string, from = 0, most = 50) {
  const failedFirst = sql`(${runItems.state} = 'failed') desc`;
  return context.db
    .select({
      id: runItems.id,
      position: runItems.position,
      name: runItems.name,
      photoId: photoSummaries.photoId,
      state: runItems.state,
      claimed: sql<boolean>`${runItems.state} = 'waiting' and ${runItems.result} is not null`,
      result: runItems.result,
      problems: runItems.problems,
      strip: sql<string | null>`${photoSummaries.summary}->>'strip'`,
    })
    .from(runItems)
    .leftJoin(photoSummaries, eq(photoSummaries.photoId, runItems.photoId))
    .where(eq(runItems.runId, runId))
    .orderBy(failedFirst, asc(runItems.position))
    .offset(from)
    .limit(most);
}

/** Asks a run to stop after the files in hand. One that pauses is woken, to make its end. */
export async function stopRun(context: Context, id: string): Promise<void> {
  await inTransaction(context, async (tx) => {
    await tx.db.update(runs).set({ stopAsked: true, paused: false }).where(eq(runs.id, id));
    await wakeWorkers(tx.db);
    await announce(tx.db, { kind: 'run', id });
  });
}

/** Has a run wait, or go on from there; it keeps its place, and the assignment stays its own meanwhile. */
export async function pauseRun(context: Context, id: string, paused: boolean): Promise<void> {
  await inTransaction(context, async (tx) => {
    const open = and(eq(runs.id, id), inArray(runs.state, ['waiting', 'running']));
    const changed = await tx.db.update(runs).set({ paused }).where(open).returning({ id: runs.id });
    if (changed.length === 0) throw failure('run-ended');
    if (!paused) await wakeWorkers(tx.db);
    await announce(tx.db, { kind: 'run', id });
  });
}

/** Whether a run of an assignment is under way, or about to be; without those that pause, where they do not count. */
export async function isUnderWay(
  context: Context,
  assignmentId: string,
  { withPaused = true } = {},
): Promise<boolean> {
  const [busy] = await context.db
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
export async function goOnRun(context: Context, id: string): Promise<void> {
  await again(context, id, 'There is nothing left to do in this run.');
}

/** Tries once more what failed; what was done stays as it is. */
export async function retryRun(context: Context, id: string): Promise<void> {
  await context.db
    .update(runItems)
    .set({ state: 'waiting', problems: null })
    .where(and(eq(runItems.runId, id), eq(runItems.state, 'failed')));
  await again(context, id, 'Nothing failed in this run.');
}

async function again(context: Context, id: string, otherwise: string): Promise<void> {
  await inTransaction(context, async (tx) => {
    const [row] = await tx.db.select().from(runs).where(eq(runs.id, id)).for('update');
    const { state } = required(row, 'run');
    if (state === 'running' || state === 'waiting') throw failure('run-going-on');
    if ((await runCounts(tx, id)).waiting === 0) throw failure('nothing-left', { why: otherwise });
    await tx.db
      .update(runs)
      .set({ state: 'waiting', stopAsked: false, endedAt: null })
      .where(eq(runs.id, id));
    await wakeWorkers(tx.db);
    await announce(tx.db, { kind: 'run', id });
  });
}
