import path from 'node:path';
import { and, asc, eq, gt, inArray, or } from 'drizzle-orm';
import type { Context } from '../../context';
import { runItems, runs } from '../../db/schema/runs';
import { type DeliverParameters, type RunItemResult, runParameterShapes } from '../../db/stored/runs';
import { pathInside } from '../../files/folders';
import { type FileMatch, matchFiles, type RecordedFile } from '../../files/matchFiles';
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

/** Pictures whose copies are there, in their order, a few at a time; with those that a given undo removed. */
export async function* deliveredPictures(
  context: Context,
  runId: string,
  withUndoneBy?: string,
): AsyncGenerator<{ readonly name: string; readonly result: RunItemResult }> {
  const removed = context.db
    .select({ id: runItems.undoes })
    .from(runItems)
    .where(and(eq(runItems.runId, withUndoneBy ?? runId), eq(runItems.state, 'done')));
  const isDelivered = withUndoneBy
    ? or(eq(runItems.state, 'done'), inArray(runItems.id, removed))
    : eq(runItems.state, 'done');
  for (let after = -1; ; ) {
    const items = await context.db
      .select({ name: runItems.name, result: runItems.result, position: runItems.position })
      .from(runItems)
      .where(and(eq(runItems.runId, runId), isDelivered, gt(runItems.position, after)))
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

/** How the copies of a delivery compare with what is in its folder now. */
export async function matchCopies(context: Context, runId: string): Promise<FileMatch> {
  const delivery = await readDelivery(context, runId);
  const copies: RecordedFile[] = [];
  for await (const { result } of deliveredPictures(context, runId))
    for (const { path: name, bytes } of result.copies ?? [])
      copies.push({ name, path: path.join(delivery.folder, name), size: bytes });
  return matchFiles(copies);
}
