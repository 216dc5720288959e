import { and, eq, inArray, notExists, sql } from 'drizzle-orm';
import type { Context } from '../context';
import { nameClaims, runItems, runs } from '../db/schema/runs';
import { inTransaction } from '../db/transaction';
import { announce } from '../jobs/queue';
import { isPastLimit } from '../readers/readers';
import { ClaimLost } from './claimLost';
import { claimNext, giveBack, type Item, type WorkerLease, waitingItems, withLease } from './claims';
import { failureOf } from './failure';
import type { Run } from './kind';
import { kindOf, kindsThat } from './registry';

/** Items in hand at the same time. */
const AT_ONCE = 3;
/** Shortest time between two progress events. */
const TELL_MS = 250;
const TELL_PHOTOS_MS = 1000;

const inThisProcess = new Set<string>();

/**
 * Carries a run out with all other workers that do: item by item, each in the hands of one. Every item can
 * be repeated, so a run goes on after worker, server or database was killed. Ends early, to be taken up
 * again, when `stopping`.
 */
export async function carryOutRun(context: Context, runId: string, stopping: () => boolean): Promise<void> {
  if (inThisProcess.has(runId)) return;
  inThisProcess.add(runId);
  try {
    await withLease((lease) => carryOut(context, runId, lease, () => stopping() || lease.isLost()));
  } finally {
    inThisProcess.delete(runId);
  }
}

async function carryOut(
  context: Context,
  runId: string,
  lease: WorkerLease,
  stopping: () => boolean,
): Promise<void> {
  const run = await begin(context, runId);
  if (!run) return;
  const handler = await kindOf(run).begin(context, run, lease).catch(everyItemFails);
  const notify = progressOf(context, run);
  let failed = false;
  const next = async (isCancelled: () => Promise<boolean>): Promise<void> => {
    for (;;) {
      const claimed = stopping() || failed ? [] : await claimNext(context, runId, lease);
      if (claimed.length === 0) return;
      for (const item of claimed) {
        if (stopping() || failed || (await isCancelled())) return;
        await carryOutItem(context, item, handler).catch((error) => {
          failed = true;
          throw error;
        });
        await notify();
      }
    }
  };
  let outcome = 'more';
  while (outcome === 'more') {
    const isCancelled = cancellation(context, runId);
    await allOf(Array.from({ length: AT_ONCE }, () => next(isCancelled)));
    await giveBack(context, runId, lease);
    if (stopping()) throw new Error('the worker is stopping; the run goes on when it is back');
    outcome = await endRun(context, run, lease);
  }
  await announce(context.db, { kind: 'run', id: runId });
  await announce(context.db, { kind: 'photos', id: run.assignmentId });
}

/** Waits for all, also when one fails: the lease must be held as long as anything is in hand. */
async function allOf(work: readonly Promise<void>[]): Promise<void> {
  for (const one of await Promise.allSettled(work)) if (one.status === 'rejected') throw one.reason;
}

/** Undefined where it has ended, or is to wait. */
async function begin(context: Context, runId: string): Promise<Run | undefined> {
  const open = and(eq(runs.id, runId), inArray(runs.state, ['waiting', 'running']), eq(runs.paused, false));
  const [run] = await context.db
    .update(runs)
    .set({ state: 'running', startedAt: sql`coalesce(${runs.startedAt}, now())` })
    .where(open)
    .returning();
  if (run) await announce(context.db, { kind: 'run', id: runId });
  return run;
}

function progressOf(context: Context, run: Run): () => Promise<void> {
  let notified = 0;
  let toldPhotos = Date.now();
  return async () => {
    const now = Date.now();
    if (now - notified < TELL_MS) return;
    notified = now;
    await announce(context.db, { kind: 'run', id: run.id });
    if (!kindOf(run).addsPictures || now - toldPhotos < TELL_PHOTOS_MS) return;
    toldPhotos = now;
    await announce(context.db, { kind: 'photos', id: run.assignmentId });
  };
}

/** Whether the run is to stop or to pause; asked again after a while, so that it costs nothing. */
function cancellation(context: Context, runId: string): () => Promise<boolean> {
  let asked = Date.now();
  let isCancelled = false;
  return async () => {
    if (isCancelled || Date.now() - asked < TELL_MS) return isCancelled;
    asked = Date.now();
    const [row] = await context.db
      .select({ stop: runs.stopAsked, paused: runs.paused })
      .from(runs)
      .where(eq(runs.id, runId));
    isCancelled = !row || row.stop || row.paused;
    return isCancelled;
  };
}

/**
 * The end of a run is made by whoever finds that nothing is left: 'others' still have items in hand and
 * will make it, or there is 'more' to do, left by one who is gone.
 */
async function endRun(
  context: Context,
  run: Run,
  lease: WorkerLease,
): Promise<'ended' | 'others' | 'paused' | 'more'> {
  return inTransaction(context, async (tx) => {
    const [row] = await tx.db.select().from(runs).where(eq(runs.id, run.id)).for('update');
    if (row?.state !== 'running') return 'ended';
    const { claimed, waiting } = await waitingItems(tx, run.id, lease);
    if (claimed > 0) return 'others';
    if (waiting > 0 && row.paused) return 'paused';
    if (waiting > 0 && !row.stopAsked) return 'more';
    await kindOf(row).end?.(context, row);
    await tx.db
      .update(runs)
      .set({ state: waiting > 0 ? 'stopped' : 'done', endedAt: context.now(), paused: false })
      .where(eq(runs.id, run.id));
    const claiming = kindsThat((kind) => kind.claimsNames);
    const others = tx.db
      .select({ one: sql`1` })
      .from(runs)
      .where(and(inArray(runs.state, ['waiting', 'running']), inArray(runs.kind, claiming)));
    await tx.db.delete(nameClaims).where(notExists(others));
    return 'ended';
  });
}

async function carryOutItem(
  context: Context,
  item: Item,
  carryOut: (item: Item) => Promise<void>,
): Promise<void> {
  try {
    await carryOut(item);
  } catch (error) {
    if (isDatabaseGone(error)) throw error;
    if (error instanceof ClaimLost) return;
    await context.db
      .update(runItems)
      // Its worker lives: only a file that goes past a limit is tried by a reader when it is done again.
      .set({ state: 'failed', problems: [failureOf(error)], ...(isPastLimit(error) ? {} : { claims: 0 }) })
      .where(and(eq(runItems.id, item.id), eq(runItems.state, 'waiting')));
  }
}

/** What keeps a run from beginning is reported with each of its items; it must not begin for ever. */
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
