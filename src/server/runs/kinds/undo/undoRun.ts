import { and, eq } from 'drizzle-orm';
import type { Context } from '../../../context';
import { runItems, runs } from '../../../db/schema/runs';
import type { StoredPhoto } from '../../../db/stored/records';
import type { RunItemResult, StoredProblem } from '../../../db/stored/runs';
import { required } from '../../../problems/errors';
import { ClaimLost } from '../../claimLost';
import type { Item, WorkerLease } from '../../claims';
import type { Run, UndoRun } from '../../kind';

/** Reads what is the same for all pictures of a run that undoes another. */
export async function undoRunFor(context: Context, run: Run, lease: WorkerLease): Promise<UndoRun> {
  const undone = await runById(context, run.undoes!);
  const redoes = undone.kind === 'undo';
  const act = redoes ? await runById(context, undone.undoes!) : undone;
  return { id: run.id, lease, undone, redoes, act };
}

/** Throws `not-found`. */
export async function runById(context: Context, id: string): Promise<Run> {
  const [run] = await context.db.select().from(runs).where(eq(runs.id, id));
  return required(run, 'run');
}

export interface UndoneItem {
  readonly result: RunItemResult;
  readonly problems?: readonly StoredProblem[];
  readonly removed?: StoredPhoto;
}

/** Ends an item in its transaction: what it undid is undone, and what that had undone is done again. */
export async function endUndo(context: Context, run: UndoRun, item: Item, made: UndoneItem): Promise<void> {
  const [undone] = await context.db
    .update(runItems)
    .set({ state: 'undone' })
    .where(eq(runItems.id, item.undoes!))
    .returning({ undoes: runItems.undoes });
  if (run.redoes && undone?.undoes)
    await context.db.update(runItems).set({ state: 'done' }).where(eq(runItems.id, undone.undoes));
  const { result, problems = [], removed = null } = made;
  const ended = await context.db
    .update(runItems)
    .set({ state: 'done', result, problems: [...problems], removed })
    .where(and(eq(runItems.id, item.id), eq(runItems.claimedBy, run.lease.number)))
    .returning({ id: runItems.id });
  if (ended.length === 0) throw new ClaimLost();
}
