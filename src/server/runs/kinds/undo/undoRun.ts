import { and, eq } from 'drizzle-orm';
import type { Database, Queries } from '../../../db/client';
import { runItems, runs } from '../../../db/schema/runs';
import type { StoredPhoto } from '../../../db/stored/records';
import type { ImportParameters, RunItemResult, StoredProblem } from '../../../db/stored/runs';
import { folderById } from '../../../operations/folders/folders';
import { found } from '../../../problems/operationError';
import { ClaimLost } from '../../claimLost';
import type { Item, Mark } from '../../claims';

type Run = typeof runs.$inferSelect;

/** What is the same for all pictures of a run that undoes another one. */
export interface UndoRun {
  readonly id: string;
  readonly mark: Mark;
  /** The run that is undone: its own act, or the undoing of one, which then is done again. */
  readonly undone: Run;
  readonly redoes: boolean;
  /** The act at the bottom: 'import' or 'embed'. */
  readonly act: Run;
  readonly second: string | undefined;
}

export async function undoRunFor(db: Database, run: Run, mark: Mark): Promise<UndoRun> {
  const undone = await runById(db, run.undoes!);
  const redoes = undone.kind === 'undo';
  const act = redoes ? await runById(db, undone.undoes!) : undone;
  const { secondFolderId } = act.parameters as ImportParameters;
  const second = secondFolderId ? (await folderById(db, secondFolderId)).path : undefined;
  return { id: run.id, mark, undone, redoes, act, second };
}

async function runById(db: Database, id: string): Promise<Run> {
  const [run] = await db.select().from(runs).where(eq(runs.id, id));
  return found(run, 'run');
}

export interface UndoneItem {
  readonly result: RunItemResult;
  readonly problems?: readonly StoredProblem[];
  readonly removed?: StoredPhoto;
}

/** Ends an item in its transaction: what it undid is undone, and what that had undone is done again. */
export async function endUndo(tx: Queries, run: UndoRun, item: Item, made: UndoneItem): Promise<void> {
  const [undone] = await tx
    .update(runItems)
    .set({ state: 'undone' })
    .where(eq(runItems.id, item.undoes!))
    .returning({ undoes: runItems.undoes });
  if (run.redoes && undone?.undoes)
    await tx.update(runItems).set({ state: 'done' }).where(eq(runItems.id, undone.undoes));
  const { result, problems = [], removed = null } = made;
  const ended = await tx
    .update(runItems)
    .set({ state: 'done', result, problems: [...problems], removed })
    .where(and(eq(runItems.id, item.id), eq(runItems.claimedBy, run.mark.number)))
    .returning({ id: runItems.id });
  if (ended.length === 0) throw new ClaimLost();
}
