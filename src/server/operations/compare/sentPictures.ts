import path from 'node:path';
import { and, asc, desc, eq } from 'drizzle-orm';
import type { Context } from '../../context';
import { openedFolders } from '../../db/schema/folders';
import { files, photos } from '../../db/schema/photos';
import { runItems, runs } from '../../db/schema/runs';
import { type RunItemResult, runParameterShapes } from '../../db/stored/runs';
import { listFolders } from '../folders/folders';

/** A copy that left, as its delivery recorded it. */
export interface SentCopy {
  readonly name: string;
  readonly path: string;
  /** SHA-256. */
  readonly digest: string;
  readonly says: NonNullable<RunItemResult['says']>;
}

/** A picture that may have been published. */
export interface SentPicture {
  readonly id: string;
  readonly name: string;
  readonly path: string;
  /** The newest delivery first. */
  readonly copies: readonly SentCopy[];
}

/** All pictures of an assignment, in their order, with their delivered copies. */
export async function sentPictures(context: Context, assignmentId: string): Promise<SentPicture[]> {
  const rows = await context.db
    .select({ id: photos.id, name: photos.name, inside: files.relativePath, folder: openedFolders.path })
    .from(photos)
    .innerJoin(files, and(eq(files.photoId, photos.id), eq(files.role, 'main')))
    .innerJoin(openedFolders, eq(openedFolders.id, files.folderId))
    .where(eq(photos.assignmentId, assignmentId))
    .orderBy(asc(photos.position));
  const copies = await copiesByPhoto(context, assignmentId);
  return rows.map(({ id, name, inside, folder }) => ({
    id,
    name,
    path: path.join(folder, inside),
    copies: copies.get(id) ?? [],
  }));
}

async function copiesByPhoto(context: Context, assignmentId: string): Promise<Map<string, SentCopy[]>> {
  const folders = new Map((await listFolders(context)).map((one) => [one.id, one.path]));
  const items = await context.db
    .select({ photoId: runItems.photoId, result: runItems.result, parameters: runs.parameters })
    .from(runItems)
    .innerJoin(runs, eq(runs.id, runItems.runId))
    .where(and(eq(runs.assignmentId, assignmentId), eq(runs.kind, 'deliver'), eq(runItems.state, 'done')))
    .orderBy(desc(runs.createdAt), asc(runItems.position));
  const byPhoto = new Map<string, SentCopy[]>();
  for (const { photoId, result, parameters } of items) {
    if (!photoId || !result?.copies) continue;
    const { folderId, inside } = runParameterShapes.deliver.read(parameters);
    const folder = folders.get(folderId);
    if (!folder) continue;
    const own = result.copies
      .filter(({ of }) => of === 'copy' || of === 'frozen')
      .map((copy) => ({
        name: path.posix.basename(copy.path),
        path: path.join(folder, inside, copy.path),
        digest: copy.digest,
        says: result.says ?? {},
      }));
    byPhoto.set(photoId, [...(byPhoto.get(photoId) ?? []), ...own]);
  }
  return byPhoto;
}
