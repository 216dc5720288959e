import { lstat, realpath, stat } from 'node:fs/promises';
import path from 'node:path';
import { and, eq, isNull, or, sql } from 'drizzle-orm';
import { config } from '../../config';
import type { Context } from '../../context';
import { assignments } from '../../db/schema/assignments';
import { openedFolders } from '../../db/schema/folders';
import { files } from '../../db/schema/photos';
import { announce } from '../../jobs/queue';
import { failure, required } from '../../problems/errors';

export type OpenedFolder = typeof openedFolders.$inferSelect;

/** Where the machine keeps itself: nobody's pictures lie there, and some of its files never end. */
const SYSTEM = ['/proc', '/sys', '/dev', '/etc', '/boot', '/bin', '/sbin', '/lib', '/lib64', '/usr'];

const isIn = (folder: string, roots: readonly string[]): boolean =>
  roots.some((one) => folder === one || folder.startsWith(`${one}/`));

/** What is kept in the data folder is no picture of anybody's. */
const OWN = ['postgres', 'previews', 'undo', 'backups'];

/** Throws if Fabrica may not use a folder: `real` is its path without symbolic links. */
export async function refuseForeign(real: string): Promise<void> {
  if (real === '/') throw failure('whole-machine');
  if (isIn(real, SYSTEM)) throw failure('system-folder', { path: real });
  const data = await realpath(config().dataFolder).catch(() => config().dataFolder);
  const own = OWN.map((name) => path.join(data, name));
  if (real === data || isIn(real, own)) throw failure('data-folder', { path: real });
  // FABRICA_FOLDERS restricts the folders that may be opened (docs/TROUBLESHOOTING.md).
  const named = (process.env.FABRICA_FOLDERS ?? '').split(':').filter(Boolean);
  const roots = await Promise.all(named.map((one) => realpath(one).catch(() => one)));
  if (named.length > 0 && !isIn(real, [...roots, data])) throw failure('folder-outside', { path: real });
}

/** The path of a typed folder, links resolved. Throws if it is not a folder that Fabrica may use. */
export async function usableFolder(typed: string): Promise<string> {
  if (!path.isAbsolute(typed)) throw failure('path-not-whole', { path: typed });
  const real = await realpath(typed).catch(() => undefined);
  if (!real || !(await lstat(real)).isDirectory()) throw failure('folder-to-make', { path: typed });
  await refuseForeign(real);
  return real;
}

/** Opens a folder of the machine for Fabrica. Opening it again gives the same one. */
export async function openFolder(
  context: Context,
  folder: { path: string; label?: string; kind: OpenedFolder['kind'] },
): Promise<OpenedFolder> {
  const real = await usableFolder(folder.path);
  const [kept] = await context.db
    .insert(openedFolders)
    .values({ path: real, label: folder.label ?? path.basename(real), kind: folder.kind })
    .onConflictDoUpdate({ target: openedFolders.path, set: { path: real } })
    .returning();
  await announce(context.db, { kind: 'folders', id: kept?.id ?? '' });
  return required(kept, 'folder');
}

/** Pictures would be brought in from where they are brought to, again and again. */
export function refuseOverlap(working: string, source: string): void {
  if (working === source) throw failure('source-is-working');
  if (`${working}/`.startsWith(`${source}/`) || `${source}/`.startsWith(`${working}/`))
    throw failure('folders-nested');
}

export const isFolder = (folder: string): Promise<boolean> =>
  stat(folder).then(
    (found) => found.isDirectory(),
    () => false,
  );

/** A condition on opened folders: a folder and those inside it. */
export const isInside = (folder: string) =>
  or(eq(openedFolders.path, folder), sql`starts_with(${openedFolders.path}, ${`${folder}/`})`);

/** Recorded files below a folder, by their paths inside it. */
export function filesInside({ db }: Context, folder: string) {
  const inside = sql<string>`substr(${openedFolders.path} || '/' || ${files.relativePath}, ${[...folder].length + 2})`;
  return db
    .select({ inside, size: files.size })
    .from(files)
    .innerJoin(openedFolders, eq(openedFolders.id, files.folderId))
    .where(isInside(folder))
    .orderBy(inside);
}

/** An opened folder; throws `not-found`. */
export async function folderById(context: Context, id: string): Promise<OpenedFolder> {
  const [folder] = await context.db.select().from(openedFolders).where(eq(openedFolders.id, id));
  return required(folder, 'folder');
}

/** What comes into the source of an assignment is brought in by itself. */
export const isDropping = and(eq(assignments.dropping, true), isNull(assignments.archivedAt));

/** Assignments that bring in by themselves what comes into a folder, with what waits there. */
export function listDropFolders(context: Context) {
  return context.db
    .select({
      assignmentId: assignments.id,
      assignment: assignments.name,
      folderId: openedFolders.id,
      notice: assignments.dropNotice,
    })
    .from(assignments)
    .innerJoin(openedFolders, eq(openedFolders.id, assignments.sourceFolderId))
    .where(isDropping);
}

/** All opened folders, the first one first. */
export function listFolders(context: Context): Promise<OpenedFolder[]> {
  return context.db.select().from(openedFolders).orderBy(openedFolders.createdAt);
}
