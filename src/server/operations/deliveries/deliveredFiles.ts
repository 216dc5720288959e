import path from 'node:path';
import { and, asc, eq, gt } from 'drizzle-orm';
import type { Context } from '../../context';
import { runItems, runs } from '../../db/schema/runs';
import { type DeliverParameters, type RunItemResult, runParameterShapes } from '../../db/stored/runs';
import { pathInside } from '../../files/folders';
import { required } from '../../problems/errors';
import { folderById } from '../folders/folders';

const AT_ONCE = 500;

/** A delivery: its parameters, and the folder that its copies lie in. */
export interface Delivery {
  readonly runId: string;
  readonly assignmentId: string;
  readonly endedAt: Date | null;
  readonly parameters: DeliverParameters;
  readonly folder: string;
}

/** Throws `not-found` for a run that is no delivery. */
export async function readDelivery(context: Context, runId: string): Promise<Delivery> {
  const [row] = await context.db
    .select()
    .from(runs)
    .where(and(eq(runs.id, runId), eq(runs.kind, 'deliver')));
  const run = required(row, 'delivery');
  const parameters = runParameterShapes.deliver.read(run.parameters);
  const root = await folderById(context, parameters.folderId);
  return {
    runId,
    assignmentId: run.assignmentId,
    endedAt: run.endedAt,
    parameters,
    folder: path.join(root.path, parameters.inside),
  };
}

/** Pictures that left, in their order, a few at a time. */
export async function* deliveredPictures(
  context: Context,
  runId: string,
): AsyncGenerator<{ readonly name: string; readonly result: RunItemResult }> {
  for (let after = -1; ; ) {
    const items = await context.db
      .select({ name: runItems.name, result: runItems.result, position: runItems.position })
      .from(runItems)
      .where(and(eq(runItems.runId, runId), eq(runItems.state, 'done'), gt(runItems.position, after)))
      .orderBy(asc(runItems.position))
      .limit(AT_ONCE);
    for (const { name, result } of items) if (result) yield { name, result };
    if (items.length < AT_ONCE) return;
    after = items.at(-1)!.position;
  }
}

/** The whole path of a delivered file; outside the delivery there is none. */
export function deliveredPath({ folder }: Delivery, relative: string): Promise<string> {
  return pathInside(folder, relative);
}
