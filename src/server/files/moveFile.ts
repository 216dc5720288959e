import path from 'node:path';
import { digestOf } from './digest';
import { diskLayer } from './diskLayer';
import { asFileError, FileError } from './fileError';
import { giveName } from './giveName';
import type { FileLayer } from './layer';
import { withLock } from './lock';
import { withFile } from './source';

/** Below an opened folder: what undone imports had placed there, one folder a run. Listings pass it over. */
export const UNDONE_FOLDER = 'Undone by Fabrica';

/** The folder below `root` that keeps what an undone import had placed. */
export const undoneFolder = (root: string, runId: string): string =>
  path.posix.join(root, UNDONE_FOLDER, runId.slice(0, 8));

/** Digest of a file, made as `like` was; undefined where no file is there. */
export async function digestAt(file: string, like: string): Promise<string | undefined> {
  try {
    return await withFile(file, (one, stat) => digestOf(one, stat.size, like));
  } catch (error) {
    if (error instanceof FileError && error.code === 'vanished') return undefined;
    throw error;
  }
}

/**
 * Moves a file of a known digest to a free name on the same disk. A file with other bytes stays
 * where it is ('changed-meanwhile'), and nothing is ever overwritten ('already-there').
 */
export async function moveFile(
  from: string,
  to: string,
  digest: string,
  layer: FileLayer = diskLayer,
): Promise<void> {
  await withLock(from, layer, async () => {
    if ((await digestAt(from, digest)) !== digest) throw new FileError('changed-meanwhile', from);
    await giveName(from, to, layer).catch((error) => {
      throw asFileError(error, to);
    });
  });
  for (const folder of new Set([path.dirname(to), path.dirname(from)])) await layer.syncFolder(folder);
}
