import { and, asc, eq, inArray } from 'drizzle-orm';
import type { Database } from '../db/client';
import { inParts } from '../db/oneOf';
import { inverseEdits, runItems, runs } from '../db/schema';
import { inTransaction } from '../db/transaction';
import { announce, enqueueRun } from '../jobs/queue';
import { found, OperationError } from './operationError';

/**
 * Plans a run that brings back what the files were before another run embedded into them. Asked for again
 * while it goes on, it is the same run.
 */
export async function startTakeBack(db: Database, takenRunId: string): Promise<{ runId: string }> {
  return inTransaction(db, async (tx) => {
    const [before] = await tx.select().from(runs).where(eq(runs.id, takenRunId)).for('update');
    const taken = found(before, 'run');
    const [underWay] = await tx
      .select({ runId: runs.id })
      .from(runs)
      .where(and(eq(runs.takesBack, takenRunId), inArray(runs.state, ['waiting', 'running'])));
    if (underWay) return underWay;
    const items = await tx
      .selectDistinct({
        photoId: runItems.photoId,
        name: runItems.name,
        id: runItems.id,
        position: runItems.position,
      })
      .from(runItems)
      .innerJoin(inverseEdits, eq(inverseEdits.itemId, runItems.id))
      .where(and(eq(runItems.runId, takenRunId), eq(runItems.state, 'done')))
      .orderBy(asc(runItems.position));
    if (items.length === 0) throw new OperationError('There is nothing left in this run to take back.');
    const [run] = await tx
      .insert(runs)
      .values({
        assignmentId: taken.assignmentId,
        kind: 'take-back',
        takesBack: takenRunId,
        parameters: { version: 1 },
      })
      .returning({ id: runs.id });
    const { id: runId } = found(run, 'run');
    const rows = items.map((item, position) => ({
      runId,
      position,
      photoId: item.photoId,
      name: item.name,
      sourcePath: item.id,
    }));
    for (const some of inParts(rows)) await tx.insert(runItems).values(some);
    await enqueueRun(tx, runId);
    await announce(tx, { kind: 'run', id: runId });
    return { runId };
  });
}
