import { lstat, realpath } from 'node:fs/promises';
import path from 'node:path';
import { eq } from 'drizzle-orm';
import type { Queries } from '../../db/client';
import { assignments } from '../../db/schema/assignments';
import { openedFolders } from '../../db/schema/folders';
import { found, OperationError } from '../../problems/operationError';

export type OpenedFolder = typeof openedFolders.$inferSelect;

/** Opens a folder of the machine for Fabrica. Opening it again gives the same one. */
export async function openFolder(
  db: Queries,
  wished: { path: string; label?: string; kind: OpenedFolder['kind'] },
): Promise<OpenedFolder> {
  if (!path.isAbsolute(wished.path))
    throw new OperationError(`“${wished.path}” is not a whole path. Begin with “/”.`);
  const real = await realpath(wished.path).catch(() => undefined);
  if (!real || !(await lstat(real)).isDirectory())
    throw new OperationError(`There is no folder “${wished.path}”. Make it first, or check the spelling.`);
  if (real === '/')
    throw new OperationError('The whole machine cannot be opened. Choose a folder with pictures.');
  const [kept] = await db
    .insert(openedFolders)
    .values({ path: real, label: wished.label ?? path.basename(real), kind: wished.kind })
    .onConflictDoUpdate({ target: openedFolders.path, set: { path: real } })
    .returning();
  return found(kept, 'folder');
}

/** Pictures would be brought in from where they are brought to, again and again. */
export function refuseOverlap(working: string, source: string): void {
  if (working === source)
    throw new OperationError(
      'Pictures cannot come from the folder that they go to. Those that lie there already belong to the assignment: leave “Pictures come from” empty.',
    );
  if (`${working}/`.startsWith(`${source}/`) || `${source}/`.startsWith(`${working}/`))
    throw new OperationError(
      'The folder that pictures come from and the one that they go to must not lie inside each other.',
    );
}

export async function folderById(db: Queries, id: string): Promise<OpenedFolder> {
  const [folder] = await db.select().from(openedFolders).where(eq(openedFolders.id, id));
  return found(folder, 'folder');
}

/** Assignments that bring in by themselves what comes into a folder, with what waits there. */
export function listDropFolders(db: Queries) {
  return db
    .select({
      assignmentId: assignments.id,
      assignment: assignments.name,
      folderId: openedFolders.id,
      notice: assignments.dropNotice,
    })
    .from(assignments)
    .innerJoin(openedFolders, eq(openedFolders.id, assignments.sourceFolderId))
    .where(eq(assignments.dropping, true));
}

export function listFolders(db: Queries): Promise<OpenedFolder[]> {
  return db.select().from(openedFolders).orderBy(openedFolders.createdAt);
}
