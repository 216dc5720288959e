import { and, eq, inArray, sql } from 'drizzle-orm';
import type { Database } from '../db/client';
import { nameClaims, runItems, runs } from '../db/schema/runs';
import type { EmbedParameters, ImportParameters } from '../db/stored/runs';
import { sweepPartFiles } from '../files/partFiles';
import { announce } from '../jobs/queue';
import { readAssignment, writeChoices } from '../operations/assignments/assignments';
import { folderById } from '../operations/folders/folders';
import { localNow } from '../operations/templates/placeholderContext';
import { ClaimLost } from './claimLost';
import { claimNext, giveBack, type Item, type Mark, waitingItems, withMark } from './claims';
import { failureOf } from './failure';
import { embedItem } from './kinds/embed/embedItem';
import { importItem } from './kinds/import/importItem';
import { importRunFor } from './kinds/import/importRun';
import { removeSources } from './kinds/import/removeSource';
import { undoItemFor } from './kinds/undo/undoItem';

/** Items in hand at the same time. */
const AT_ONCE = 3;
/** Windows are told of progress no more often. */
const TELL_MS = 250;
const TELL_PHOTOS_MS = 1000;

type Run = typeof runs.$inferSelect;
const inThisProcess = new Set<string>();

/**
 * Carries a run out with all other workers that do: item by item, each in the hands of one. Every item can
 * be repeated, so a run goes on after worker, server or database was killed. Ends early, to be taken up
 * again, when `stopping`.
 */
export async function carryOutRun(db: Database, runId: string, stopping: () => boolean): Promise<void> {
  if (inThisProcess.has(runId)) return;
  inThisProcess.add(runId);
  try {
    await withMark((mark) => carryOut(db, runId, mark, () => stopping() || mark.isLost()));
  } finally {
    inThisProcess.delete(runId);
  }
}

async function carryOut(db: Database, runId: string, mark: Mark, stopping: () => boolean): Promise<void> {
  const run = await begin(db, runId);
  if (!run) return;
  const carrier = await carrierFor(db, run, mark).catch(everyItemFails);
  const tell = progressOf(db, run);
  let failed = false;
  const next = async (halted: () => Promise<boolean>): Promise<void> => {
    for (;;) {
      const claimed = stopping() || failed ? [] : await claimNext(db, runId, mark);
      if (claimed.length === 0) return;
      for (const item of claimed) {
        if (stopping() || failed || (await halted())) return;
        await carryOutItem(db, item, carrier).catch((error) => {
          failed = true;
          throw error;
        });
        await tell();
      }
    }
  };
  let outcome = 'more';
  while (outcome === 'more') {
    const halted = haltOf(db, runId);
    await allOf(Array.from({ length: AT_ONCE }, () => next(halted)));
    await giveBack(db, runId, mark);
    if (stopping()) throw new Error('the worker is stopping; the run goes on when it is back');
    outcome = await endRun(db, run, mark);
  }
  await announce(db, { kind: 'run', id: runId });
  await announce(db, { kind: 'photos', id: run.assignmentId });
}

/** Waits for all, also when one fails: the mark must be held as long as anything is in hand. */
async function allOf(work: readonly Promise<void>[]): Promise<void> {
  for (const one of await Promise.allSettled(work)) if (one.status === 'rejected') throw one.reason;
}

/** Undefined where it has ended, or is to wait. */
async function begin(db: Database, runId: string): Promise<Run | undefined> {
  const open = and(eq(runs.id, runId), inArray(runs.state, ['waiting', 'running']), eq(runs.paused, false));
  const [run] = await db
    .update(runs)
    .set({ state: 'running', startedAt: sql`coalesce(${runs.startedAt}, now())` })
    .where(open)
    .returning();
  if (run) await announce(db, { kind: 'run', id: runId });
  return run;
}

function progressOf(db: Database, { id, kind, assignmentId }: Run): () => Promise<void> {
  let told = 0;
  let toldPhotos = Date.now();
  return async () => {
    const now = Date.now();
    if (now - told < TELL_MS) return;
    told = now;
    await announce(db, { kind: 'run', id });
    if (kind === 'embed' || now - toldPhotos < TELL_PHOTOS_MS) return;
    toldPhotos = now;
    await announce(db, { kind: 'photos', id: assignmentId });
  };
}

/** Whether the run is to stop or to pause; asked again after a while, so that it costs nothing. */
function haltOf(db: Database, runId: string): () => Promise<boolean> {
  let asked = Date.now();
  let halted = false;
  return async () => {
    if (halted || Date.now() - asked < TELL_MS) return halted;
    asked = Date.now();
    const [row] = await db
      .select({ stop: runs.stopAsked, paused: runs.paused })
      .from(runs)
      .where(eq(runs.id, runId));
    halted = !row || row.stop || row.paused;
    return halted;
  };
}

/**
 * The end of a run is made by whoever finds that nothing is left: 'others' still have items in hand and
 * will make it, or there is 'more' to do, left by one who is gone.
 */
async function endRun(db: Database, run: Run, mark: Mark): Promise<'ended' | 'others' | 'paused' | 'more'> {
  return db.transaction(async (tx) => {
    const [row] = await tx.select().from(runs).where(eq(runs.id, run.id)).for('update');
    if (row?.state !== 'running') return 'ended';
    const { inHand, waiting } = await waitingItems(tx, run.id, mark);
    if (inHand > 0) return 'others';
    if (waiting > 0 && row.paused) return 'paused';
    if (waiting > 0 && !row.stopAsked) return 'more';
    await endImport(db, row);
    await tx
      .update(runs)
      .set({ state: waiting > 0 ? 'stopped' : 'done', endedAt: new Date(), paused: false })
      .where(eq(runs.id, run.id));
    const others = sql`select 1 from ${runs} where ${runs.state} in ('waiting', 'running') and ${runs.kind} = 'import'`;
    await tx.delete(nameClaims).where(sql`not exists (${others})`);
    return 'ended';
  });
}

/**
 * A move removes its sources when their copies are recorded; also those of a part that was stopped. What
 * workers that were killed left unfinished goes.
 */
async function endImport(db: Database, run: Run): Promise<void> {
  if (run.kind !== 'import') return;
  const { way, sourceFolderId, secondFolderId } = run.parameters as ImportParameters;
  const { workingFolderId } = await readAssignment(db, run.assignmentId);
  for (const id of [workingFolderId, secondFolderId])
    if (id) await sweepPartFiles((await folderById(db, id)).path);
  if (way === 'move') await removeSources(db, run.id, (await folderById(db, sourceFolderId)).path);
}

async function carryOutItem(
  db: Database,
  item: Item,
  carryOut: (item: Item) => Promise<void>,
): Promise<void> {
  try {
    await carryOut(item);
  } catch (error) {
    if (isDatabaseGone(error)) throw error;
    if (error instanceof ClaimLost) return;
    await db
      .update(runItems)
      .set({ state: 'failed', problems: [failureOf(error)] })
      .where(and(eq(runItems.id, item.id), eq(runItems.state, 'waiting')));
  }
}

/** What keeps a run from beginning is told with each of its items; it must not begin for ever. */
function everyItemFails(error: unknown): () => Promise<void> {
  if (isDatabaseGone(error)) throw error;
  return () => Promise.reject(error);
}

/** Losing the database is no fault of the file: the job fails and is tried again. */
function isDatabaseGone(error: unknown): boolean {
  for (let one = error; one instanceof Error; one = one.cause) {
    if (/^(57P0|08|ECONN|EPIPE)/.test((one as { code?: string }).code ?? '')) return true;
    if (/connection (terminated|error|timeout)|not queryable|timeout exceeded/i.test(one.message))
      return true;
  }
  return false;
}

async function carrierFor(db: Database, run: Run, mark: Mark): Promise<(item: Item) => Promise<void>> {
  if (run.kind === 'undo') return undoItemFor(db, run, mark);
  const assignment = await readAssignment(db, run.assignmentId);
  if (run.kind === 'embed') {
    const { fields, replaceUnreadable = false, breakProvenance = false } = run.parameters as EmbedParameters;
    const now = localNow(run.createdAt);
    const choices = { ...writeChoices(assignment), replaceUnreadable, breakProvenance, now };
    return (item) => embedItem(db, item, { mark, choices, fields });
  }
  const importRun = await importRunFor(db, run, assignment, mark);
  return (item) => importItem(db, importRun, item);
}

/** Runs that were under way when everything stopped: asked for anew at start-up. */
export async function unfinishedRuns(db: Database): Promise<string[]> {
  const rows = await db
    .select({ id: runs.id })
    .from(runs)
    .where(and(inArray(runs.state, ['waiting', 'running']), eq(runs.paused, false)));
  return rows.map((row) => row.id);
}
