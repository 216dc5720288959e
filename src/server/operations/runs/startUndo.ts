import { and, asc, eq, exists, gt, inArray, isNotNull, ne, type SQL, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import { formatDateTime } from '../../../core/wording/formatDate';
import type { Database, Queries } from '../../db/client';
import { inParts } from '../../db/oneOf';
import { inverseEdits, runItems, runs } from '../../db/schema/runs';
import { inTransaction } from '../../db/transaction';
import { announce, enqueueRun } from '../../jobs/queue';
import { found, OperationError } from '../../problems/operationError';

type Run = typeof runs.$inferSelect;

/**
 * Plans a run that undoes another one: what was embedded is what it was before, what was brought in moves
 * aside, what was undone is done again. Asked for again while it goes on, it is the same run.
 */
export async function startUndo(db: Database, undoneRunId: string): Promise<{ runId: string }> {
  return inTransaction(db, async (tx) => {
    const [before] = await tx.select().from(runs).where(eq(runs.id, undoneRunId)).for('update');
    const undone = found(before, 'run');
    const [underWay] = await tx
      .select({ runId: runs.id })
      .from(runs)
      .where(and(eq(runs.undoes, undoneRunId), inArray(runs.state, ['waiting', 'running'])));
    if (underWay) return underWay;
    if (undone.state === 'waiting' || undone.state === 'running')
      throw new OperationError('This run is going on. Stop it first, or wait for its end.', 409);
    const items = await tx
      .select({ photoId: runItems.photoId, name: runItems.name, id: runItems.id })
      .from(runItems)
      .where(and(eq(runItems.runId, undoneRunId), await canBeUndone(tx, undone)))
      .orderBy(asc(runItems.position));
    if (items.length === 0) throw new OperationError('There is nothing left in this run to undo.', 409);
    await refuseAllLater(tx, undone, items.length);
    const [run] = await tx
      .insert(runs)
      .values({
        assignmentId: undone.assignmentId,
        kind: 'undo',
        undoes: undoneRunId,
        parameters: { version: 1 },
      })
      .returning({ id: runs.id });
    const { id: runId } = found(run, 'run');
    const rows = items.map(({ id, ...item }, position) => ({ runId, position, undoes: id, ...item }));
    for (const some of inParts(rows)) await tx.insert(runItems).values(some);
    await enqueueRun(tx, runId);
    await announce(tx, { kind: 'run', id: runId });
    return { runId };
  });
}

/**
 * True for the items of a run that can be undone. What an undo has undone can be done again once; after
 * that the first run can be undone as before.
 */
export async function canBeUndone(db: Queries, run: Pick<Run, 'kind' | 'undoes'>): Promise<SQL> {
  const done = and(eq(runItems.state, 'done'), isNotNull(runItems.photoId))!;
  if (run.kind === 'import') return done;
  const [undone] = run.undoes ? await db.select().from(runs).where(eq(runs.id, run.undoes)) : [];
  if (undone?.kind === 'undo') return sql`false`;
  if (undone?.kind === 'import') return done;
  const ways = db.select({ one: sql`1` }).from(inverseEdits).where(eq(inverseEdits.itemId, runItems.id));
  return and(done, exists(ways))!;
}

/** Runs are undone in the reverse order: where a later run wrote into every picture, nothing is begun. */
async function refuseAllLater(tx: Queries, run: Run, count: number): Promise<void> {
  const later = alias(runItems, 'later');
  const rows = await tx
    .selectDistinctOn([runItems.id], { at: runs.createdAt })
    .from(runItems)
    .innerJoin(later, and(eq(later.photoId, runItems.photoId), eq(later.state, 'done')))
    .innerJoin(
      runs,
      and(
        eq(runs.id, later.runId),
        eq(runs.kind, 'embed'),
        ne(runs.id, run.id),
        gt(runs.createdAt, run.createdAt),
      ),
    )
    .where(and(eq(runItems.runId, run.id), eq(runItems.state, 'done')));
  if (rows.length < count) return;
  const newest = rows.reduce((last, { at }) => (at > last ? at : last), rows[0]!.at);
  throw new OperationError(
    `A later run embedded into these files (${formatDateTime(newest.toISOString())}). Undo that run first.`,
    409,
  );
}
