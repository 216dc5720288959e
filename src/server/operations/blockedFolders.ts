import { access, constants, stat } from 'node:fs/promises';
import path from 'node:path';
import { and, eq } from 'drizzle-orm';
import type { Queries } from '../db/client';
import { oneOf } from '../db/oneOf';
import { files, openedFolders, photos } from '../db/schema';

/** A folder in which nothing can be written just now, and the pictures that it concerns. */
export interface BlockedFolder {
  readonly folder: string;
  readonly why: 'missing' | 'not-writable';
  readonly photoIds: readonly string[];
}

/** Where embedding would fail with every file: told before the run, not after each of them. */
export async function blockedFolders(
  db: Queries,
  assignmentId: string,
  photoIds: readonly string[],
): Promise<BlockedFolder[]> {
  if (photoIds.length === 0) return [];
  const rows = await db
    .selectDistinct({ id: photos.id, root: openedFolders.path, relativePath: files.relativePath })
    .from(photos)
    .innerJoin(files, and(eq(files.photoId, photos.id), eq(files.role, 'main')))
    .innerJoin(openedFolders, eq(openedFolders.id, files.folderId))
    .where(and(eq(photos.assignmentId, assignmentId), oneOf(photos.id, photoIds)));
  const byFolder = new Map<string, string[]>();
  for (const { id, root, relativePath } of rows) {
    const folder = path.dirname(path.join(root, relativePath));
    byFolder.set(folder, [...(byFolder.get(folder) ?? []), id]);
  }
  const found: BlockedFolder[] = [];
  for (const [folder, ids] of byFolder) {
    const why = await blockOf(folder);
    if (why) found.push({ folder, why, photoIds: ids });
  }
  return found;
}

async function blockOf(folder: string): Promise<BlockedFolder['why'] | undefined> {
  if (!(await stat(folder).catch(() => undefined))) return 'missing';
  return access(folder, constants.W_OK).then(
    () => undefined,
    () => 'not-writable' as const,
  );
}
