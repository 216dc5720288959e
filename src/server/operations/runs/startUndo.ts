import { and, asc, eq, gt, inArray, ne, type SQL, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import { formatDateTime } from '../../../core/wording/formatDate';
import type { Context } from '../../context';
import { oneOf } from '../../db/oneOf';
import { runItems, runs } from '../../db/schema/runs';
import { inTransaction } from '../../db/transaction';
import { failure, required } from '../../problems/errors';
import { addRun } from '../../runs/addRun';
import type { Run } from '../../runs/kind';
import { kindOf, kindsThat } from '../../runs/registry';

/**
 * Plans a run that undoes another: what was embedded is what it was before, what was brought in moves
 * aside, what was undone is done again. Asked for again while it goes on, it is the same run. Without `only`, all of
 * its files are meant.
 */
export async function startUndo(
  context: Context,
  undoneRunId: string,
  only?: readonly string[],
): Promise<{ runId: string }> {
  return inTransaction(context, async (tx) => {
    const [before] = await tx.db.select().from(runs).where(eq(runs.id, undoneRunId)).for('update');
    const undone = required(before, 'run');
    const [underWay] = await tx.db
      .select({ runId: runs.id })
      .from(runs)
      .where(and(eq(runs.undoes, undoneRunId), inArray(runs.state, ['waiting', 'running'])));
    if (underWay) return underWay;
    if (undone.state === 'waiting' || undone.state === 'running') throw failure('run-to-stop-first');
    const items = await tx.db
      .select({ photoId: runItems.photoId, name: runItems.name, id: runItems.id })
      .from(runItems)
      .where(
        and(
          eq(runItems.runId, undoneRunId),
          only ? oneOf(runItems.id, only) : undefined,
          await canBeUndone(tx, undone),
        ),
      )
      .orderBy(asc(runItems.position));
    if (items.length === 0)
      throw failure('nothing-left', { why: 'There is nothing left in this run to undo.' });
    if (!kindOf(undone).undo?.ignoresLaterRuns)
      await refuseAllLater(
        tx,
        undone,
        items.map((one) => one.id),
      );
    return addRun(tx, {
      assignmentId: undone.assignmentId,
      kind: 'undo',
      undoes: undoneRunId,
      parameters: {},
      items: items.map(({ id, ...item }) => ({ undoes: id, ...item })),
    });
  });
}

/**
 * Returns a condition for the items of a run that can be undone. An undo can be done again once; then the first run can be
 * undone as before.
 */
export async function canBeUndone(context: Context, run: Pick<Run, 'kind' | 'undoes'>): Promise<SQL> {
  const [undone] = run.undoes ? await context.db.select().from(runs).where(eq(runs.id, run.undoes)) : [];
  const undo = kindOf(undone ?? run).undo;
  return undo && (!undone || undo.redoItem) ? undo.items(context) : sql`false`;
}

/** Runs are undone in the reverse order: where a later run wrote into every picture, nothing is begun. */
async function refuseAllLater(context: Context, run: Run, ids: readonly string[]): Promise<void> {
  const later = alias(runItems, 'later');
  const rows = await context.db
    .selectDistinctOn([runItems.id], { at: runs.createdAt })
    .from(runItems)
    .innerJoin(later, and(eq(later.photoId, runItems.photoId), eq(later.state, 'done')))
    .innerJoin(
      runs,
      and(
        eq(runs.id, later.runId),
        inArray(
          runs.kind,
          kindsThat((kind) => kind.writesPictures),
        ),
        ne(runs.id, run.id),
        gt(runs.createdAt, run.createdAt),
      ),
    )
    .where(and(oneOf(runItems.id, ids), eq(runItems.state, 'done')));
  if (rows.length < ids.length) return;
  const newest = rows.reduce((last, { at }) => (at > last ? at : last), rows[0]!.at);
  throw failure('later-run', { at: formatDateTime(newest.toISOString()) });
}
