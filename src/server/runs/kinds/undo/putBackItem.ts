import path from 'node:path';
import { eq } from 'drizzle-orm';
import type { Context } from '../../../context';
import { runItems } from '../../../db/schema/runs';
import type { StoredPhoto } from '../../../db/stored/records';
import { inTransaction } from '../../../db/transaction';
import { FileError } from '../../../files/fileError';
import { folderInside } from '../../../files/folderInside';
import { pathInside } from '../../../files/folders';
import { digestAt, moveFile } from '../../../files/moveFile';
import { folderById } from '../../../operations/folders/folders';
import { putBackPhoto } from '../../../operations/photos/photoRows';
import { required } from '../../../problems/errors';
import type { Item } from '../../claims';
import type { UndoRun } from '../../kind';
import { parametersOf } from '../../parameters';
import { removeRestored } from './restoreSources';
import { endUndo } from './undoRun';

/**
 * Brings a photo back whose import was undone: its files move from the folder that was kept for them to
 * where they were, and the index takes the photo up again with everything written about it.
 */
export async function putBackItem(context: Context, run: UndoRun, item: Item): Promise<void> {
  const [undo] = await context.db.select().from(runItems).where(eq(runItems.id, item.undoes!));
  const { result, removed } = required(undo, 'file');
  if (!removed) throw new FileError('vanished', item.name);
  if (result?.movedTo !== undefined) await moveBack(context, removed, result.movedTo);
  await removeSourcesAgain(context, run, undo!.undoes!);
  await inTransaction(context, async (tx) => {
    await putBackPhoto(tx, { id: item.photoId!, assignmentId: run.act.assignmentId }, removed);
    await endUndo(tx, run, item, { result: { written: {}, target: item.name } });
  });
}

/** A move that is done again removes the sources that its undo has made again. */
async function removeSourcesAgain(context: Context, run: UndoRun, importedId: string): Promise<void> {
  const { mode, sourceFolderId } = parametersOf(run.act, 'import');
  if (mode !== 'move') return;
  const [imported] = await context.db.select().from(runItems).where(eq(runItems.id, importedId));
  await removeRestored(context, required(imported, 'file'), (await folderById(context, sourceFolderId)).path);
}

/** All of the files, or none: a name that was taken meanwhile keeps the whole photo where it is. */
async function moveBack(context: Context, { files: rows }: StoredPhoto, movedTo: string): Promise<void> {
  const root = (await folderById(context, rows[0]!.folderId)).path;
  const moves: { from: string; to: string; digest: string }[] = [];
  for (const { relativePath, digest } of rows) {
    const [inside, name] = [path.posix.dirname(relativePath), path.posix.basename(relativePath)];
    const to = path.join(await folderInside(root, inside === '.' ? '' : inside), name);
    const there = await digestAt(to, digest);
    // Moved back by a try that was cut off.
    if (there === digest) continue;
    if (there !== undefined) throw new FileError('already-there', name);
    const from = await pathInside(root, path.posix.join(movedTo, name));
    if ((await digestAt(from, digest)) !== digest) throw new FileError('vanished', name);
    moves.push({ from, to, digest });
  }
  for (const { from, to, digest } of moves) await moveFile(from, to, digest);
}
