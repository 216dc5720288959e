import path from 'node:path';
import type { Context } from '../../context';
import { inTransaction } from '../../db/transaction';
import { listPictures } from '../../files/folders';
import { enqueueFollow } from '../../jobs/queue';
import { failure } from '../../problems/errors';
import { usableFolder } from '../folders/folders';
import { createAssignment, type NewAssignment } from './createAssignment';

/** The folders directly inside a folder that contain pictures, also in folders of their own. */
export interface FolderParts {
  readonly folders: readonly { readonly name: string; readonly pictures: number }[];
  /** Pictures that lie in none of them. */
  readonly outside: number;
}

/** More assignments at once would bury those that exist. */
const MOST_FOLDERS = 1000;

/** Counts the pictures of each folder inside a folder. */
export async function folderParts(typed: string): Promise<FolderParts> {
  const { shots, truncated } = await listPictures(await usableFolder(typed));
  if (truncated) throw failure('too-many-pictures', { most: shots.length });
  const counts = new Map<string, number>();
  let outside = 0;
  for (const { relativePath } of shots) {
    const [name, ...rest] = relativePath.split('/');
    if (rest.length === 0) outside++;
    else counts.set(name!, (counts.get(name!) ?? 0) + 1);
  }
  return { folders: [...counts].map(([name, pictures]) => ({ name, pictures })), outside };
}

/** Creates one assignment for each folder inside a folder, named after it, and has all of them read. */
export async function createPerFolder(
  context: Context,
  wanted: Omit<NewAssignment, 'name' | 'sourcePath'>,
): Promise<{ ids: string[] }> {
  const { folders } = await folderParts(wanted.workingPath);
  if (folders.length === 0) throw failure('no-folders-inside', { path: wanted.workingPath });
  if (folders.length > MOST_FOLDERS) throw failure('too-many-folders', { most: MOST_FOLDERS });
  return inTransaction(context, async (tx) => {
    const ids: string[] = [];
    // The newest assignment is listed first.
    for (const { name } of [...folders].reverse()) {
      const workingPath = path.join(wanted.workingPath, name);
      const { id } = await createAssignment(tx, { ...wanted, name, workingPath });
      await enqueueFollow(tx.db, id);
      ids.push(id);
    }
    return { ids };
  });
}
