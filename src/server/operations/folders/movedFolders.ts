import path from 'node:path';
import { asc, sql } from 'drizzle-orm';
import type { Context } from '../../context';
import { openedFolders } from '../../db/schema/folders';
import { type FileMatch, matchFiles } from '../../files/matchFiles';
import { filesInside, isFolder, usableFolder } from './folders';

/** A folder that was renamed or moved, with every opened folder inside it. */
export interface FolderMove {
  readonly former: string;
  readonly present: string;
}

/** Compares the files recorded below a former path with those below its present path. */
export async function compareFiles(context: Context, { former, present }: FolderMove): Promise<FileMatch> {
  const recorded = await filesInside(context, former);
  return matchFiles(
    recorded.map(({ inside: name, size }) => ({ name, path: path.join(present, name), size })),
  );
}

/**
 * Other missing folders that the same change explains: a disk that was connected under another path, or a parent
 * folder that was renamed. Only folders in which at least one recorded file is found.
 */
export async function relatedMoves(
  context: Context,
  move: FolderMove,
): Promise<(FolderMove & { readonly match: FileMatch })[]> {
  const roots = rootsOf(move);
  if (!roots) return [];
  const rows = await context.db
    .select({ path: openedFolders.path })
    .from(openedFolders)
    .where(sql`starts_with(${openedFolders.path}, ${`${roots.former}/`})`)
    .orderBy(asc(openedFolders.path));
  const found: (FolderMove & { readonly match: FileMatch })[] = [];
  for (const { path: former } of rows) {
    const isInside = [move, ...found].some((one) => `${former}/`.startsWith(`${one.former}/`));
    if (isInside || (await isFolder(former))) continue;
    const present = await usableFolder(roots.present + former.slice(roots.former.length)).catch(() => '');
    const match = present === '' ? undefined : await compareFiles(context, { former, present });
    if (match && match.same > 0) found.push({ former, present, match });
  }
  return found;
}

/** The part of both paths before their common end; undefined where only the last folder was renamed. */
export function rootsOf({ former, present }: FolderMove): FolderMove | undefined {
  let [one, other] = [former, present];
  while (
    path.basename(one) === path.basename(other) &&
    path.dirname(one) !== '/' &&
    path.dirname(other) !== '/'
  )
    [one, other] = [path.dirname(one), path.dirname(other)];
  return one === former || one === other ? undefined : { former: one, present: other };
}
