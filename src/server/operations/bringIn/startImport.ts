import { eq } from 'drizzle-orm';
import { type ImportChoices, usualChoices } from '../../../core/naming/importChoices';
import { formatBytes } from '../../../core/wording/counts';
import type { Context } from '../../context';
import { assignments, plans } from '../../db/schema/assignments';
import type { ImportParameters } from '../../db/stored/runs';
import { inTransaction } from '../../db/transaction';
import { pathInside } from '../../files/folders';
import { bytesOf, freeBytes, isWritable } from '../../files/room';
import { enqueuePreviews } from '../../jobs/queue';
import { failure } from '../../problems/errors';
import { addRun } from '../../runs/addRun';
import { readAssignment } from '../assignments/assignments';
import { folderById, openFolder } from '../folders/folders';
import { refuseUnusable } from '../templates/refuseUnusable';
import { templatesById } from '../templates/templates';
import { checkedChoices } from './checkedChoices';
import { lastPosition } from './lastPosition';
import { pathsToBringIn } from './pathsToBringIn';

export interface ImportRequest extends Partial<Omit<ImportChoices, 'version'>> {
  /** Paths inside the assignment's source, in the order of the pictures. */
  readonly paths: readonly string[];
  readonly leaveAsTheyAre: readonly string[];
  readonly fillOnly?: readonly string[];
  /** Those that are here already, and are asked for anyway. */
  readonly again?: readonly string[];
}

/** Plans a run that brings pictures in by the choices made, with the templates in force. */
export async function startImport(
  context: Context,
  assignmentId: string,
  { paths: asked, leaveAsTheyAre, fillOnly = [], again = [], ...given }: ImportRequest,
): Promise<{ runId: string }> {
  const assignment = await readAssignment(context, assignmentId);
  if (!assignment.sourceFolderId) throw failure('no-source-folder');
  if (asked.length === 0) throw failure('nothing-chosen');
  const source = await folderById(context, assignment.sourceFolderId);
  for (const path of asked) await pathInside(source.path, path);
  const choices: ImportChoices = { ...usualChoices, ...given };
  const keywords = checkedChoices(choices);
  const templates = await templatesById(context, assignment.inForce);
  refuseUnusable(templates);
  if (choices.mode !== 'take-up') {
    const working = await folderById(context, assignment.workingFolderId);
    await refuseWithoutRoom(source.path, asked, [
      working.path,
      ...(choices.secondCopy.trim() ? [choices.secondCopy.trim()] : []),
    ]);
  }
  return inTransaction(context, async (tx) => {
    const second = await secondFolder(tx, choices, source.path);
    await tx.db.select().from(assignments).where(eq(assignments.id, assignmentId)).for('update');
    const target = { assignmentId, workingFolderId: assignment.workingFolderId };
    const { paths, underWay } = await pathsToBringIn(tx, target, source, asked, new Set(again));
    if (paths.length === 0 && underWay) return { runId: underWay };
    if (paths.length === 0) throw failure('already-brought-in');
    const parameters: ImportParameters = {
      sourceFolderId: source.id,
      keywords,
      leaveAsTheyAre,
      fillOnly,
      lastPosition: await lastPosition(tx, assignmentId),
      mode: choices.mode,
      pattern: { name: choices.name, folder: choices.folder },
      templates: templates.map(({ id, name, version }) => ({ id, name, version })),
      ...(second ? { secondFolderId: second.id } : {}),
      ...(choices.rating ? { rating: choices.rating } : {}),
    };
    await tx.db.update(assignments).set({ importChoices: choices }).where(eq(assignments.id, assignmentId));
    if (assignment.planId)
      await tx.db.update(plans).set({ lastUsed: context.now() }).where(eq(plans.id, assignment.planId));
    const items = paths.map((path) => ({ name: path.slice(path.lastIndexOf('/') + 1), sourcePath: path }));
    const run = await addRun(tx, { assignmentId, kind: 'import', parameters, items });
    await enqueuePreviews(tx.db, assignmentId);
    return run;
  });
}

/** A folder that cannot be written to, or has no room, is reported before anything is copied. */
async function refuseWithoutRoom(source: string, paths: readonly string[], folders: readonly string[]) {
  const needed = await bytesOf(source, paths);
  for (const folder of folders) {
    if (!(await isWritable(folder))) throw failure('folder-not-writable', { folder });
    const free = await freeBytes(folder);
    if (needed > free)
      throw failure('no-room', { needed: formatBytes(needed), folder, free: formatBytes(free) });
  }
}

async function secondFolder(context: Context, { secondCopy, mode }: ImportChoices, source: string) {
  if (secondCopy.trim() === '' || mode === 'take-up') return undefined;
  const second = await openFolder(context, { path: secondCopy.trim(), kind: 'second' });
  if (`${second.path}/`.startsWith(`${source}/`)) throw failure('second-copy-in-source');
  return second;
}
