import path from 'node:path';
import { and, eq, inArray } from 'drizzle-orm';
import type { Context } from '../context';
import { openedFolders } from '../db/schema/folders';
import { files, photos } from '../db/schema/photos';
import { inTransaction } from '../db/transaction';
import { diskLayer } from '../files/diskLayer';
import { FileError } from '../files/fileError';
import { type FoundShot, listPictures, shotOf } from '../files/folders';
import { sampleOfFile } from '../files/knownContent';
import { readShot } from '../files/readShot';
import { announce } from '../jobs/queue';
import { log } from '../log';
import { readAssignment } from '../operations/assignments/assignments';
import { indexedPaths } from '../operations/folders/folderUse';
import { indexFiles, indexShot } from '../operations/photos/indexShot';
import { keepOutsideChange, recordedFields } from '../operations/photos/photoHistory';
import { addPhoto, markGone } from '../operations/photos/photoRows';
import { isUnderWay } from '../operations/runs/runs';
import { findMoved, insideOf, type Known, type Root } from './findMoved';
import { ScanProgress } from './scanProgress';

export interface Followed {
  unchanged: number;
  changed: number;
  moved: number;
  gone: number;
  taken: number;
}

/**
 * Brings an assignment's index up to what happened to its folders outside: files changed, renamed, moved,
 * gone, back, and new. Unchanged files cost their directory entry. Nothing is written into any file.
 */
export async function followAssignment(context: Context, assignmentId: string): Promise<Followed> {
  const result: Followed = { unchanged: 0, changed: 0, moved: 0, gone: 0, taken: 0 };
  if (await isUnderWay(context, assignmentId)) return result;
  const { workingFolderId } = await readAssignment(context, assignmentId);
  for (const root of await rootsOf(context, assignmentId, workingFolderId))
    await followRoot(context, assignmentId, root, root.id === workingFolderId, result);
  if (result.changed + result.moved + result.gone + result.taken > 0)
    await announce(context.db, { kind: 'photos', id: assignmentId });
  return result;
}

async function rootsOf(context: Context, assignmentId: string, workingFolderId: string): Promise<Root[]> {
  const used = await context.db
    .selectDistinct({ id: files.folderId })
    .from(files)
    .innerJoin(photos, eq(photos.id, files.photoId))
    .where(eq(photos.assignmentId, assignmentId));
  const ids = [...new Set([workingFolderId, ...used.map((one) => one.id)])];
  return context.db
    .select({ id: openedFolders.id, path: openedFolders.path })
    .from(openedFolders)
    .where(inArray(openedFolders.id, ids));
}

async function followRoot(
  context: Context,
  assignmentId: string,
  root: Root,
  isWorking: boolean,
  result: Followed,
): Promise<void> {
  const listing = await listPictures(root.path).catch((error) => {
    // The whole folder is away: a disk that is not connected says nothing about its files.
    if (error instanceof FileError) return undefined;
    throw error;
  });
  if (!listing || listing.truncated) return;
  const known = await knownIn(context, assignmentId, root.id);
  const mains = new Set(known.map((one) => one.main));
  const fresh = listing.shots.filter((one) => !mains.has(one.relativePath));
  const missing: Known[] = [];
  for (const one of known) {
    const state = await stateOf(root, one);
    if (state === 'gone') missing.push(one);
    else if (state === 'same' && !one.isGone) result.unchanged++;
    else if (await readAgain(context, root, one)) result.changed++;
  }
  const left = await findMoved(context, root, missing, fresh);
  result.moved += left.moved;
  await tellGone(context, left.missing, result);
  if (isWorking) await takeNew(context, assignmentId, root, left.fresh, result);
}

async function knownIn(context: Context, assignmentId: string, folderId: string): Promise<Known[]> {
  const rows = await context.db
    .select({
      photoId: photos.id,
      identity: photos.contentIdentity,
      sample: photos.contentSample,
      goneAt: photos.goneAt,
      role: files.role,
      relativePath: files.relativePath,
      size: files.size,
      modifiedNs: files.modifiedNs,
      digest: files.digest,
    })
    .from(files)
    .innerJoin(photos, eq(photos.id, files.photoId))
    .where(and(eq(photos.assignmentId, assignmentId), eq(files.folderId, folderId)));
  const byPhoto = new Map<string, typeof rows>();
  for (const row of rows) byPhoto.set(row.photoId, [...(byPhoto.get(row.photoId) ?? []), row]);
  return [...byPhoto.values()].flatMap((group) => {
    const main = group.find((row) => row.role === 'main');
    if (!main) return [];
    const { photoId, identity, sample, goneAt, relativePath, digest } = main;
    const isGone = goneAt !== null;
    return [{ photoId, identity, sample, digest, isGone, main: relativePath, files: group }];
  });
}

/** By the directory entries alone. A raw file or sidecar that went is a change, the main file gone is gone. */
async function stateOf(root: Root, { main, files: all }: Known): Promise<'same' | 'changed' | 'gone'> {
  let state: 'same' | 'changed' = 'same';
  for (const file of all) {
    const stat = await diskLayer.stat(path.join(root.path, file.relativePath)).catch(() => undefined);
    if (!stat && file.relativePath === main) return 'gone';
    if (stat?.size !== file.size || String(stat.modifiedNs) !== file.modifiedNs) state = 'changed';
  }
  return state;
}

/** False where it cannot be read just now: what is known of it stays. */
async function readAgain(context: Context, root: Root, { photoId, main }: Known): Promise<boolean> {
  try {
    const whole = path.join(root.path, main);
    const place = { folderId: root.id, inside: insideOf(main), folder: path.dirname(whole) };
    await inTransaction(context, async (tx) => {
      const changedOutsideAt = context.now();
      const before = await recordedFields(tx, photoId);
      const { read } = await indexShot(tx, photoId, place, await shotOf(whole), {
        goneAt: null,
        contentIdentity: null,
        changedOutsideAt,
      });
      await keepOutsideChange(tx, photoId, before, read.record.fields);
    });
    return true;
  } catch (error) {
    log.info({ code: (error as { code?: string }).code }, 'a changed file could not be read again');
    return false;
  }
}

async function tellGone(context: Context, missing: readonly Known[], result: Followed): Promise<void> {
  const ids = missing.filter((one) => !one.isGone).map((one) => one.photoId);
  if (ids.length === 0) return;
  await markGone(context, ids);
  result.gone += ids.length;
}

/** Pictures that somebody put into the working folder belong to the assignment from then on. */
async function takeNew(
  context: Context,
  assignmentId: string,
  root: Root,
  fresh: readonly FoundShot[],
  result: Followed,
): Promise<void> {
  const indexed = fresh.length > 0 ? await indexedPaths(context, root.path) : new Set<string>();
  // A file belongs to one picture: what another assignment has stays with it.
  const unknown = fresh.filter((one) => !indexed.has(`${root.path}/${one.relativePath}`));
  const scan = new ScanProgress(context, assignmentId, unknown.length);
  for (const [at, { relativePath, shot }] of unknown.entries()) {
    // A run that began meanwhile records what it places itself.
    if (await isUnderWay(context, assignmentId)) break;
    await scan.report(at);
    try {
      const whole = path.join(root.path, relativePath);
      const read = await readShot(path.dirname(whole), shot);
      const sample = await sampleOfFile(whole, read.main);
      await inTransaction(context, async (tx) => {
        const photoId = await addPhoto(tx, assignmentId, { read, sample });
        const place = { folderId: root.id, inside: insideOf(relativePath), folder: path.dirname(whole) };
        await indexFiles(tx, photoId, place, read, { isNew: true });
      });
      result.taken++;
    } catch (error) {
      log.info(
        { code: (error as { code?: string }).code },
        'a new file in a working folder could not be read',
      );
    }
  }
  await scan.end();
}
