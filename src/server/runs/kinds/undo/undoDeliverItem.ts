import { rmdir, unlink } from 'node:fs/promises';
import path from 'node:path';
import { eq } from 'drizzle-orm';
import type { Context } from '../../../context';
import { runItems } from '../../../db/schema/runs';
import type { StoredProblem } from '../../../db/stored/runs';
import { inTransaction } from '../../../db/transaction';
import { diskLayer } from '../../../files/diskLayer';
import { asFileError, FileError } from '../../../files/fileError';
import { withLock } from '../../../files/lock';
import { digestAt } from '../../../files/moveFile';
import { deliveredPath, readDelivery } from '../../../operations/deliveries/deliveredFiles';
import type { Item } from '../../claims';
import type { UndoRun } from '../../kind';
import { endUndo } from './undoRun';

/**
 * Removes the copies that a delivery made of a picture, if they are unchanged byte for byte. Changed ones stay and are
 * reported, as are those that were absent already; if all of them were changed, the item fails.
 */
export async function undoDeliverItem(context: Context, run: UndoRun, item: Item): Promise<void> {
  const [undone] = await context.db.select().from(runItems).where(eq(runItems.id, item.undoes!));
  const delivery = await readDelivery(context, run.act.id);
  const copies = undone?.result?.copies ?? [];
  if (!(await diskLayer.stat(delivery.folder).catch(() => undefined)))
    throw new FileError('vanished', delivery.folder);
  const problems: StoredProblem[] = [];
  for (const { path: relative, digest } of copies) {
    const file = await deliveredPath(delivery, relative).catch((error) => {
      // Its folder was removed, by somebody or by an undo that was interrupted.
      if (error instanceof FileError && error.code === 'vanished') return undefined;
      throw error;
    });
    const fate = file ? await removeUnchanged(file, digest) : 'absent';
    if (fate === 'removed')
      await removeEmptyFolders(path.dirname(path.join(delivery.folder, relative)), delivery.folder);
    else problems.push(fateProblems[fate](relative));
  }
  const changed = problems.filter((one) => one.code === 'copy-changed');
  if (copies.length > 0 && changed.length === copies.length)
    throw new FileError('changed-meanwhile', changed[0]!.part);
  await inTransaction(context, (tx) =>
    endUndo(tx, run, item, { result: { written: {}, target: item.name }, problems }),
  );
}

const fateProblems = {
  changed: (part: string): StoredProblem => ({ code: 'copy-changed', part, severity: 'warning' }),
  absent: (part: string): StoredProblem => ({ code: 'copy-absent', part, severity: 'info' }),
};

async function removeUnchanged(file: string, digest: string): Promise<'removed' | 'changed' | 'absent'> {
  if ((await digestAt(file, digest)) === undefined) return 'absent';
  return withLock(file, diskLayer, async () => {
    if ((await digestAt(file, digest)) !== digest) return 'changed';
    await unlink(file).catch((error) => {
      throw asFileError(error, file);
    });
    await diskLayer.syncFolder(path.dirname(file));
    return 'removed';
  });
}

/** Folders that the delivery made below its own; one that still holds something stays. */
async function removeEmptyFolders(folder: string, top: string): Promise<void> {
  for (let at = folder; at.startsWith(`${top}/`); at = path.dirname(at))
    if (
      !(await rmdir(at).then(
        () => true,
        () => false,
      ))
    )
      return;
}
