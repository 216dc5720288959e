import { eq } from 'drizzle-orm';
import { type ImportChoices, usualChoices } from '../../../core/naming/importChoices';
import type { Database, Queries } from '../../db/client';
import { inParts } from '../../db/oneOf';
import { assignments, plans } from '../../db/schema/assignments';
import { runItems, runs } from '../../db/schema/runs';
import type { ImportParameters } from '../../db/stored/runs';
import { inTransaction } from '../../db/transaction';
import { pathInside } from '../../files/folders';
import { bytesOf, freeBytes, isWritable } from '../../files/room';
import { announce, enqueuePreviews, enqueueRun } from '../../jobs/queue';
import { found, OperationError } from '../../problems/operationError';
import { readAssignment } from '../assignments/assignments';
import { folderById, openFolder } from '../folders/folders';
import { refuseUnusable } from '../templates/refuseUnusable';
import { templatesById } from '../templates/templates';
import { checkedChoices } from './checkedChoices';
import { pathsToBringIn } from './pathsToBringIn';
import { placesTaken } from './placesTaken';

export interface ImportWish extends Partial<Omit<ImportChoices, 'version'>> {
  /** Paths inside the assignment's source, in the order of the pictures. */
  readonly paths: readonly string[];
  readonly leaveAsTheyAre: readonly string[];
  readonly fillOnly?: readonly string[];
  /** Those that are here already, and are asked for all the same. */
  readonly again?: readonly string[];
}

/** Nothing of what was asked for is new. */
export class AlreadyHere extends OperationError {}

/** Plans a run that brings pictures in by the choices made, with the templates in force. */
export async function startImport(
  db: Database,
  assignmentId: string,
  { paths: asked, leaveAsTheyAre, fillOnly = [], again = [], ...wished }: ImportWish,
): Promise<{ runId: string }> {
  const assignment = await readAssignment(db, assignmentId);
  if (!assignment.sourceFolderId)
    throw new OperationError('This assignment has no folder to bring pictures in from.');
  if (asked.length === 0) throw new OperationError('Choose at least one picture.');
  const source = await folderById(db, assignment.sourceFolderId);
  for (const path of asked) await pathInside(source.path, path);
  const choices: ImportChoices = { ...usualChoices, ...wished };
  const keywords = checkedChoices(choices);
  const templates = await templatesById(db, assignment.inForce);
  refuseUnusable(templates);
  if (choices.way !== 'take-up') {
    const working = await folderById(db, assignment.workingFolderId);
    await refuseWithoutRoom(source.path, asked, [
      working.path,
      ...(choices.secondCopy.trim() ? [choices.secondCopy.trim()] : []),
    ]);
  }
  return inTransaction(db, async (tx) => {
    const second = await secondFolder(tx, choices, source.path);
    await tx.select().from(assignments).where(eq(assignments.id, assignmentId)).for('update');
    const target = { assignmentId, workingFolderId: assignment.workingFolderId };
    const { paths, underWay } = await pathsToBringIn(tx, target, source, asked, new Set(again));
    if (paths.length === 0 && underWay) return { runId: underWay };
    if (paths.length === 0) throw new AlreadyHere('These pictures were brought in from there already.', 409);
    const parameters: ImportParameters = {
      version: 1,
      sourceFolderId: source.id,
      keywords,
      leaveAsTheyAre,
      fillOnly,
      placesTaken: await placesTaken(tx, assignmentId),
      way: choices.way,
      pattern: { name: choices.name, folder: choices.folder },
      templates: templates.map(({ id, name, version }) => ({ id, name, version })),
      ...(second ? { secondFolderId: second.id } : {}),
      ...(choices.rating ? { rating: choices.rating } : {}),
    };
    await tx.update(assignments).set({ importChoices: choices }).where(eq(assignments.id, assignmentId));
    if (assignment.planId)
      await tx.update(plans).set({ lastUsed: new Date() }).where(eq(plans.id, assignment.planId));
    const [run] = await tx
      .insert(runs)
      .values({ assignmentId, kind: 'import', parameters })
      .returning({ id: runs.id });
    const { id: runId } = found(run, 'run');
    const items = paths.map((path, position) => ({
      runId,
      position,
      name: path.slice(path.lastIndexOf('/') + 1),
      sourcePath: path,
    }));
    for (const some of inParts(items)) await tx.insert(runItems).values(some);
    await enqueueRun(tx, runId);
    await enqueuePreviews(tx, assignmentId);
    await announce(tx, { kind: 'run', id: runId });
    return { runId };
  });
}

/** A folder that cannot be written to, or has no room, is told before anything is copied. */
async function refuseWithoutRoom(source: string, paths: readonly string[], folders: readonly string[]) {
  const needed = await bytesOf(source, paths);
  for (const folder of folders) {
    if (!(await isWritable(folder)))
      throw new OperationError(
        `The folder “${folder}” is not there, or Fabrica may not write into it. Allow it, or choose another folder.`,
      );
    const free = await freeBytes(folder);
    if (needed > free)
      throw new OperationError(
        `The pictures need ${inGigabytes(needed)}, and the disk of “${folder}” has ${inGigabytes(free)} left. Make room, or bring in fewer.`,
      );
  }
}

const inGigabytes = (bytes: number) => `${(bytes / 1e9).toFixed(1)} GB`;

async function secondFolder(db: Queries, { secondCopy, way }: ImportChoices, source: string) {
  if (secondCopy.trim() === '' || way === 'take-up') return undefined;
  const second = await openFolder(db, { path: secondCopy.trim(), kind: 'second' });
  if (`${second.path}/`.startsWith(`${source}/`))
    throw new OperationError('The second copy must not go into the folder that pictures come from.');
  return second;
}
