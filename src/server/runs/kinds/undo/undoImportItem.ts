import path from 'node:path';
import { eq } from 'drizzle-orm';
import type { ShotRole } from '../../../../core/embed/planShot';
import type { Context } from '../../../context';
import { runItems } from '../../../db/schema/runs';
import type { RunItemResult, StoredProblem } from '../../../db/stored/runs';
import { inTransaction } from '../../../db/transaction';
import { FileError } from '../../../files/fileError';
import { folderInside } from '../../../files/folderInside';
import { filesOf, pathInside, shotOf } from '../../../files/folders';
import { digestAt, moveFile, undoneFolder } from '../../../files/moveFile';
import { readAssignment } from '../../../operations/assignments/assignments';
import { folderById } from '../../../operations/folders/folders';
import { removePhoto } from '../../../operations/photos/photoRows';
import { photoShot } from '../../../operations/photos/photos';
import type { Item } from '../../claims';
import type { UndoRun } from '../../kind';
import { parametersOf } from '../../parameters';
import { refuseLaterRun } from './laterRun';
import { restoreSources } from './restoreSources';
import { endUndo } from './undoRun';

/**
 * Undoes that a photo was brought in: its files move to a folder kept for the run, and the photo leaves the
 * index with everything written about it, which is kept with the item. Only files that are byte for byte
 * what was placed are moved; where one is not, all stay. Sources that a move removed are made again. A photo that was
 * taken up where it lies keeps its files.
 */
export async function undoImportItem(context: Context, run: UndoRun, item: Item): Promise<void> {
  const photoId = item.photoId!;
  const [undone] = await context.db.select().from(runItems).where(eq(runItems.id, item.undoes!));
  const placed = undone?.result;
  await refuseLaterRun(context, photoId, run.act);
  const { mode, secondFolderId, sourceFolderId } = parametersOf(run.act, 'import');
  if (!placed || mode === 'take-up') return removeTakenUp(context, run, item);
  const { root, inside, names, located } = await whereItIs(context, photoId);
  const movedTo = path.posix.join(undoneFolder('', run.act.id), inside);
  const from = path.join(root, inside);
  await refuseForeignSidecar(path.join(from, located.shot.main), filesOf(located.shot));
  const aside = path.join(root, movedTo);
  const parts = await partsToMove(from, aside, names, placed.digests ?? {});
  if (parts.length > 0) await folderInside(root, movedTo);
  for (const { name, digest } of parts) await moveFile(path.join(from, name), path.join(aside, name), digest);
  const second = secondFolderId && (await folderById(context, secondFolderId)).path;
  const problems = second ? await moveSecond(run, placed, second) : [];
  if (mode === 'move') {
    const { dropping, sourceFolderId: watched } = await readAssignment(context, run.act.assignmentId);
    // A drop folder would bring them in again at once.
    const isWatched = dropping && watched === sourceFolderId;
    const source = isWatched ? undefined : (await folderById(context, sourceFolderId)).path;
    const asideOf = (role: ShotRole) => names.get(role) && path.join(aside, names.get(role)!);
    problems.push(...(await restoreSources(context, undone, source, asideOf)));
  }
  await inTransaction(context, async (tx) => {
    const removed = await removePhoto(tx, photoId);
    const result: RunItemResult = { written: {}, target: located.shot.main, movedTo };
    await endUndo(tx, run, item, { result, problems, removed });
  });
}

async function whereItIs(context: Context, photoId: string) {
  const located = await photoShot(context, photoId);
  const inside = path.posix.dirname(located.file.relativePath).replace(/^\.$/, '');
  const root = located.folder.slice(0, located.folder.length - (inside === '' ? 0 : inside.length + 1));
  const names = new Map(located.rows.map((row) => [row.role, path.posix.basename(row.relativePath)]));
  return { root, inside, names, located };
}

/** A sidecar that somebody put beside the picture since belongs to it: it must not be left alone. */
async function refuseForeignSidecar(main: string, known: readonly string[]): Promise<void> {
  const there = filesOf(await shotOf(main));
  if (there.some((name) => !known.includes(name))) throw new FileError('changed-meanwhile', main);
}

interface Part {
  readonly name: string;
  readonly digest: string;
}

/** The files that still have to be moved, the one that stands for the photo last. Throws where one is another by now. */
async function partsToMove(
  from: string,
  aside: string,
  names: ReadonlyMap<ShotRole, string>,
  digests: { readonly [R in ShotRole]?: string },
): Promise<Part[]> {
  const parts: Part[] = [];
  for (const [role, name] of names) {
    const digest = digests[role];
    if (!digest) throw new FileError('changed-meanwhile', name);
    if ((await digestAt(path.join(from, name), digest)) === digest) {
      if (role === 'main') parts.push({ name, digest });
      else parts.unshift({ name, digest });
    } else if ((await digestAt(path.join(aside, name), digest)) !== digest)
      throw new FileError('changed-meanwhile', name);
  }
  return parts;
}

/** The second copies that were made go the same way, in their own folder. One that cannot stays, and is reported. */
async function moveSecond(run: UndoRun, placed: RunItemResult, folder: string): Promise<StoredProblem[]> {
  const { inside = '', second = [], secondMade = [], digests = {} } = placed;
  const known = filesOf({ main: digests.main ?? '', ...digests }) as (string | undefined)[];
  const problems: StoredProblem[] = [];
  for (const [index, name] of second.entries()) {
    if (!secondMade.includes(name)) continue;
    try {
      const aside = await folderInside(folder, path.posix.join(undoneFolder('', run.act.id), inside));
      await moveFile(
        await pathInside(folder, path.posix.join(inside, name)),
        path.join(aside, name),
        known[index]!,
      );
    } catch (error) {
      if (!(error instanceof FileError)) throw error;
      if (error.code !== 'vanished') problems.push({ code: 'second-left', part: name, severity: 'warning' });
    }
  }
  return problems;
}

/** Nothing was written: the photo leaves the index, its files stay as they are. */
async function removeTakenUp(context: Context, run: UndoRun, item: Item): Promise<void> {
  await inTransaction(context, async (tx) => {
    const removed = await removePhoto(tx, item.photoId!);
    await endUndo(tx, run, item, { result: { written: {}, target: item.name }, removed });
  });
}
