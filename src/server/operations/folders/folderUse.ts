import { realpath } from 'node:fs/promises';
import { and, asc, countDistinct, eq, ne, or, type SQL, sql } from 'drizzle-orm';
import type { Context } from '../../context';
import { oneOf, uuids } from '../../db/oneOf';
import { assignments } from '../../db/schema/assignments';
import { openedFolders } from '../../db/schema/folders';
import { files, photos } from '../../db/schema/photos';

/** Whole path of a file: opened folders can contain one another, so one file can have two relative paths. */
const wholePath = sql<string>`${openedFolders.path} || '/' || ${files.relativePath}`;
const contains = (outer: SQL | string, inner: SQL | string) =>
  sql`starts_with(${inner} || '/', ${outer} || '/')`;
const overlaps = (folder: string) =>
  or(contains(sql`${openedFolders.path}`, folder), contains(folder, sql`${openedFolders.path}`));

/** Whole paths below a folder that belong to a picture of any assignment. */
export async function indexedPaths({ db }: Context, folder: string): Promise<Set<string>> {
  const rows = await db
    .select({ path: wholePath })
    .from(files)
    .innerJoin(openedFolders, eq(openedFolders.id, files.folderId))
    .where(and(overlaps(folder), contains(folder, wholePath)));
  return new Set(rows.map((row) => row.path));
}

/** An assignment that works in a folder, or in one that contains it or lies in it. */
export interface FolderUse {
  readonly id: string;
  readonly name: string;
  /** Its pictures inside the folder. */
  readonly pictures: number;
}

/** Assignments whose working folder overlaps a folder, or which have pictures inside it. */
export async function usesOf({ db }: Context, typed: string): Promise<FolderUse[]> {
  const folder = await realpath(typed).catch(() => typed);
  const inside = db
    .select({ assignmentId: photos.assignmentId, pictures: countDistinct(photos.id).as('pictures') })
    .from(files)
    .innerJoin(openedFolders, eq(openedFolders.id, files.folderId))
    .innerJoin(photos, eq(photos.id, files.photoId))
    .where(and(overlaps(folder), contains(folder, wholePath)))
    .groupBy(photos.assignmentId)
    .as('inside');
  const rows = await db
    .select({ id: assignments.id, name: assignments.name, pictures: inside.pictures })
    .from(assignments)
    .innerJoin(openedFolders, eq(openedFolders.id, assignments.workingFolderId))
    .leftJoin(inside, eq(inside.assignmentId, assignments.id))
    .where(or(overlaps(folder), sql`${inside.pictures} is not null`))
    .orderBy(asc(assignments.createdAt));
  return rows.map((row) => ({ ...row, pictures: Number(row.pictures ?? 0) }));
}

/** Moves the pictures of other assignments inside a working folder to an assignment, with everything written about them. */
export async function movePicturesHere(
  { db }: Context,
  assignmentId: string,
  { id, path }: { readonly id: string; readonly path: string },
): Promise<void> {
  const moved = await db
    .selectDistinct({ id: photos.id, position: photos.position, from: photos.assignmentId })
    .from(photos)
    .innerJoin(files, and(eq(files.photoId, photos.id), eq(files.role, 'main')))
    .innerJoin(openedFolders, eq(openedFolders.id, files.folderId))
    .where(and(ne(photos.assignmentId, assignmentId), overlaps(path), contains(path, wholePath)))
    .orderBy(asc(photos.assignmentId), asc(photos.position));
  const ids = moved.map((photo) => photo.id);
  await db.execute(sql`update ${photos} set assignment_id = ${assignmentId}, position = moved.place
    from unnest(${uuids(ids)}) with ordinality as moved (id, place) where ${photos.id} = moved.id`);
  await db
    .update(files)
    .set({ folderId: id, relativePath: sql`substr(${wholePath}, char_length(${path}::text) + 2)` })
    .from(openedFolders)
    .where(
      and(
        eq(openedFolders.id, files.folderId),
        ne(openedFolders.id, id),
        oneOf(files.photoId, ids),
        contains(path, wholePath),
      ),
    );
}
