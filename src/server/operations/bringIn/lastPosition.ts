import { and, eq, inArray, max } from 'drizzle-orm';
import type { Context } from '../../context';
import { photos } from '../../db/schema/photos';
import { runItems, runs } from '../../db/schema/runs';
import { parametersOf } from '../../runs/parameters';

/**
 * The last place in an assignment's order that is taken: by a picture, or by one that a run is still to
 * bring in, or may try once more. So each run has running numbers of its own, whoever carries it out and
 * however often it is cut off.
 */
export async function lastPosition(context: Context, assignmentId: string): Promise<number> {
  const [last] = await context.db
    .select({ position: max(photos.position) })
    .from(photos)
    .where(eq(photos.assignmentId, assignmentId));
  const open = await context.db
    .select({ kind: runs.kind, parameters: runs.parameters, position: max(runItems.position) })
    .from(runs)
    .innerJoin(runItems, eq(runItems.runId, runs.id))
    .where(
      and(
        eq(runs.assignmentId, assignmentId),
        eq(runs.kind, 'import'),
        inArray(runItems.state, ['waiting', 'failed']),
      ),
    )
    .groupBy(runs.id);
  const reserved = open.map(
    ({ position, ...run }) => parametersOf(run, 'import').lastPosition + (position ?? -1) + 1,
  );
  return Math.max(last?.position ?? 0, ...reserved);
}
