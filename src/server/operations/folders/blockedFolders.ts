import { stat } from 'node:fs/promises';
import path from 'node:path';
import { and, eq, type SQL } from 'drizzle-orm';
import type { Scope } from '../../../core/drafts/scope';
import type { Context } from '../../context';
import { openedFolders } from '../../db/schema/folders';
import { files, photos } from '../../db/schema/photos';
import { freeBytes, isWritable } from '../../files/room';
import { inScope } from '../photos/scope';

/** A folder in which nothing can be written just now, and the pictures that it concerns. */
export interface BlockedFolder {
  readonly folder: string;
  /** full: the disk has no room to write the largest of the files new, which takes its place only when it is whole. */
  readonly why: 'missing' | 'not-writable' | 'full';
  readonly pictures: number;
}

/** Where embedding would fail with every file: told before the run, not after each of them. */
export const blockedFolders = async (
  context: Context,
  assignmentId: string,
  scope: Scope,
): Promise<BlockedFolder[]> => blockedFor(context, await inScope(context, assignmentId, scope));

/** The same for photos of any assignments. */
export async function blockedFor(context: Context, photosMeant: SQL): Promise<BlockedFolder[]> {
  const rows = await context.db
    .selectDistinct({
      id: photos.id,
      root: openedFolders.path,
      relativePath: files.relativePath,
      size: files.size,
    })
    .from(photos)
    .innerJoin(files, and(eq(files.photoId, photos.id), eq(files.role, 'main')))
    .innerJoin(openedFolders, eq(openedFolders.id, files.folderId))
    .where(photosMeant);
  const byFolder = new Map<string, { pictures: number; largest: number }>();
  for (const { root, relativePath, size } of rows) {
    const folder = path.dirname(path.join(root, relativePath));
    const held = byFolder.get(folder) ?? { pictures: 0, largest: 0 };
    held.pictures++;
    held.largest = Math.max(held.largest, size);
    byFolder.set(folder, held);
  }
  const found: BlockedFolder[] = [];
  for (const [folder, { pictures, largest }] of byFolder) {
    const why = await blockOf(folder, largest);
    if (why) found.push({ folder, why, pictures });
  }
  return found;
}

async function blockOf(folder: string, largest: number): Promise<BlockedFolder['why'] | undefined> {
  if (!(await stat(folder).catch(() => undefined))) return 'missing';
  if (!(await isWritable(folder))) return 'not-writable';
  return (await freeBytes(folder)) < largest ? 'full' : undefined;
}
