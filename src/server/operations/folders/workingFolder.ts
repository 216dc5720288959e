import path from 'node:path';
import { and, eq, inArray, not, or, type SQL, sql } from 'drizzle-orm';
import type { Context } from '../../context';
import { assignments } from '../../db/schema/assignments';
import { openedFolders } from '../../db/schema/folders';
import { files, photos } from '../../db/schema/photos';
import { runs } from '../../db/schema/runs';
import { inTransaction } from '../../db/transaction';
import { type FileMatch, sumOf } from '../../files/matchFiles';
import { announce, enqueueFollow } from '../../jobs/queue';
import { failure, required } from '../../problems/errors';
import { isUnderWay } from '../runs/runs';
import { isFolder, isInside, usableFolder } from './folders';
import { usesOf } from './folderUse';
import { compareFiles, type FolderMove, relatedMoves } from './movedFolders';

/** The folder that an assignment's pictures are in. */
export interface WorkingFolder {
  readonly path: string;
  /** Renamed, moved, or on a disk that is not connected. */
  readonly isMissing: boolean;
}

/** The working folder of an assignment; throws `not-found`. */
export async function readWorkingFolder(context: Context, assignmentId: string): Promise<WorkingFolder> {
  const { path: folder } = await folderOf(context, assignmentId);
  return { path: folder, isMissing: !(await isFolder(folder)) };
}

/** Ids of those of some assignments whose working folder is missing. */
export async function missingFolders(
  { db }: Context,
  among: readonly { readonly id: string }[],
): Promise<ReadonlySet<string>> {
  const rows = await db
    .select({ id: assignments.id, path: openedFolders.path })
    .from(assignments)
    .innerJoin(openedFolders, eq(assignments.workingFolderId, openedFolders.id))
    .where(
      inArray(
        assignments.id,
        among.map((one) => one.id),
      ),
    );
  const missing = await Promise.all(rows.map(async ({ id, path: of }) => ((await isFolder(of)) ? [] : [id])));
  return new Set(missing.flat());
}

async function folderOf({ db }: Context, assignmentId: string) {
  const [folder] = await db
    .select({ id: openedFolders.id, path: openedFolders.path })
    .from(openedFolders)
    .innerJoin(assignments, eq(assignments.workingFolderId, openedFolders.id))
    .where(eq(assignments.id, assignmentId));
  return required(folder, 'assignment');
}

/** How the files of a missing working folder compare with those at another path. */
export interface FolderMatch extends FileMatch {
  /** The other missing folders that moved with it, all files counted together. */
  readonly others: FileMatch & { readonly folders: number };
}

/** Compares the recorded files of an assignment's working folder with those at another path. */
export async function matchFolder(
  context: Context,
  assignmentId: string,
  typed: string,
): Promise<FolderMatch> {
  const { path: former } = await folderOf(context, assignmentId);
  const move = { former, present: await usableFolder(typed) };
  const match = await compareFiles(context, move);
  const related = match.same > 0 ? await relatedMoves(context, move) : [];
  return { ...match, others: { folders: related.length, ...sumOf(related.map((one) => one.match)) } };
}

/**
 * Points an assignment whose working folder is missing to its new path, with every opened folder inside it, and with
 * the other missing folders that moved with it where that is asked for: all of them or none. The pictures keep
 * everything written about them. Throws `folder-is-there`, `folder-does-not-match`, `folder-taken`,
 * `relink-during-run`.
 */
export async function relinkWorkingFolder(
  context: Context,
  assignmentId: string,
  typed: string,
  withOthers = false,
): Promise<WorkingFolder> {
  const { path: former, isMissing } = await readWorkingFolder(context, assignmentId);
  if (!isMissing) throw failure('folder-is-there', { path: former });
  const present = await usableFolder(typed);
  const { same, differing, absent } = await compareFiles(context, { former, present });
  if (same === 0 && differing + absent > 0) throw failure('folder-does-not-match', { path: present });
  const others = withOthers ? await relatedMoves(context, { former, present }) : [];
  await inTransaction(context, async (tx) => {
    for (const move of [{ former, present }, ...others]) await moveFolder(tx, move);
    await announce(tx.db, { kind: 'folders', id: '' });
  });
  return { path: present, isMissing: false };
}

async function moveFolder(context: Context, { former, present }: FolderMove): Promise<void> {
  const concerned = await assignmentsUsing(context, isInside(former));
  for (const { id, name } of concerned)
    if (await isUnderWay(context, id)) throw failure('relink-during-run', { name });
  await freePlace(context, former, present, concerned);
  const moved = await context.db
    .update(openedFolders)
    .set({
      path: movedPath(former, present, 'opened_folders'),
      label: sql`case when ${openedFolders.path} = ${former} then ${path.basename(present)} else ${openedFolders.label} end`,
    })
    .where(isInside(former))
    .returning({ id: openedFolders.id });
  // Another window pointed it elsewhere meanwhile.
  if (moved.length === 0) throw failure('folder-is-there', { path: former });
  for (const { id } of concerned) {
    await announce(context.db, { kind: 'photos', id });
    await enqueueFollow(context.db, id);
  }
}

interface Named {
  readonly id: string;
  readonly name: string;
}

/** Assignments that use some opened folders, or have pictures in them. */
async function assignmentsUsing({ db }: Context, which: SQL | undefined): Promise<Named[]> {
  const inside = db.select({ id: openedFolders.id }).from(openedFolders).where(which);
  return db
    .selectDistinct({ id: assignments.id, name: assignments.name })
    .from(assignments)
    .leftJoin(photos, eq(photos.assignmentId, assignments.id))
    .leftJoin(files, eq(files.photoId, photos.id))
    .where(
      or(
        inArray(assignments.workingFolderId, inside),
        inArray(assignments.sourceFolderId, inside),
        inArray(files.folderId, inside),
      ),
    );
}

/**
 * Frees the paths that opened folders move to, since a path is opened once. Throws `folder-taken` if an assignment or a
 * receipt uses what is opened there.
 */
async function freePlace(
  context: Context,
  former: string,
  present: string,
  concerned: readonly Named[],
): Promise<void> {
  const others = and(isInside(present), not(isInside(former)!));
  const own = new Set(concerned.map(({ id }) => id));
  const withPictures = (await usesOf(context, present)).filter(
    ({ id, pictures }) => pictures > 0 && !own.has(id),
  );
  const target = sql`${openedFolders.path} in (select ${movedPath(former, present, 'moved')} from ${openedFolders} moved
    where moved.path = ${former} or starts_with(moved.path, ${`${former}/`}))`;
  const inReceipts = await context.db
    .selectDistinct({ name: assignments.name })
    .from(openedFolders)
    .innerJoin(runs, sql`position(${openedFolders.id}::text in ${runs.parameters}::text) > 0`)
    .innerJoin(assignments, eq(assignments.id, runs.assignmentId))
    .where(and(others, target));
  const [user] = [...(await assignmentsUsing(context, others)), ...withPictures, ...inReceipts];
  if (user) throw failure('folder-taken', { path: present, name: user.name });
  await context.db.delete(openedFolders).where(and(others, target));
}

const movedPath = (former: string, present: string, table: string) =>
  sql`${present}::text || substr(${sql.raw(table)}.path, ${[...former].length + 1})`;
