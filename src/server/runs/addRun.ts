import type { Context } from '../context';
import { inParts } from '../db/oneOf';
import { runItems, runs } from '../db/schema/runs';
import { type RunKindId, type RunParameters, runParameterShapes } from '../db/stored/runs';
import { announce, wakeWorkers } from '../jobs/queue';
import { required } from '../problems/errors';

/** A run that is asked for, with what its items stand for (RunKind.item). */
export interface NewRun<Id extends RunKindId> {
  readonly assignmentId: string;
  readonly kind: Id;
  readonly parameters: RunParameters[Id];
  /** The run that this one undoes. */
  readonly undoes?: string;
  readonly items: readonly NewRunItem[];
}
export interface NewRunItem {
  /** What a person calls it: the file's name. */
  readonly name: string;
  readonly photoId?: string | null;
  readonly sourcePath?: string;
  readonly undoes?: string;
}

/** Adds a run with its items, in their order, and wakes the workers when the transaction is committed. */
export async function addRun<Id extends RunKindId>(
  context: Context,
  { items, parameters, ...run }: NewRun<Id>,
): Promise<{ runId: string }> {
  const stored = runParameterShapes[run.kind].write(parameters as never);
  const [made] = await context.db
    .insert(runs)
    .values({
      ...run,
      parameters: stored,
      askedBy: context.actor.kind,
      askedByName: context.actor.name,
    })
    .returning({ id: runs.id });
  const { id: runId } = required(made, 'run');
  const rows = items.map((item, position) => ({ runId, position, ...item }));
  for (const some of inParts(rows)) await context.db.insert(runItems).values(some);
  await wakeWorkers(context.db);
  await announce(context.db, { kind: 'run', id: runId });
  return { runId };
}
