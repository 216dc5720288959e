import path from 'node:path';
import type { Context } from '../context';
import { inTransaction } from '../db/transaction';
import { isOneOf } from '../files/digest';
import type { FoundShot } from '../files/folders';
import { identityOfFile, sampleOfFile } from '../files/knownContent';
import { type PhotoFile, readPhotoFile } from '../files/readPhotoFile';
import { withFile } from '../files/source';
import { indexShot } from '../operations/photos/indexShot';
import { forgetFiles } from '../operations/photos/photoRows';

/** A photo that the index knows, with what its files were when they were last read. */
export interface Known {
  readonly photoId: string;
  readonly identity: string | null;
  readonly sample: string;
  /** Of the file that stands for it. */
  readonly digest: string;
  readonly main: string;
  readonly isGone: boolean;
  readonly files: readonly {
    readonly relativePath: string;
    readonly size: number;
    readonly modifiedNs: string;
  }[];
}

export type Root = { readonly id: string; readonly path: string };

export const insideOf = (relativePath: string) => path.posix.dirname(relativePath).replace(/^\.$/, '');

/** A file that is gone and a new one with the same picture data are one that was renamed or moved. */
export async function findMoved(
  context: Context,
  root: Root,
  missing: readonly Known[],
  fresh: readonly FoundShot[],
): Promise<{ missing: Known[]; fresh: FoundShot[]; moved: number }> {
  const waiting = [...missing];
  const found = new Set<FoundShot>();
  for (const one of missing.length === 0 ? [] : fresh) {
    const known = await sameAmong(waiting, path.join(root.path, one.relativePath));
    if (!known) continue;
    waiting.splice(waiting.indexOf(known), 1);
    await moveTo(context, root, known, one);
    found.add(one);
  }
  return { missing: waiting, fresh: fresh.filter((one) => !found.has(one)), moved: found.size };
}

async function sameAmong(missing: readonly Known[], file: string): Promise<Known | undefined> {
  try {
    const read = await readPhotoFile(file);
    const sample = await sampleOfFile(file, read);
    for (const known of missing)
      if ((known.sample === '' || known.sample === sample) && (await isSame(known, file, read))) return known;
    return undefined;
  } catch {
    return undefined;
  }
}

/** By the picture data; where that was not worked out before the file went, by the whole file. */
async function isSame({ identity, digest }: Known, file: string, read: PhotoFile): Promise<boolean> {
  if (identity !== null) return identity === (await identityOfFile(file, read));
  return withFile(file, (one, stat) => isOneOf(one, stat.size, [digest]));
}

async function moveTo(context: Context, root: Root, { photoId }: Known, { relativePath, shot }: FoundShot) {
  const folder = path.dirname(path.join(root.path, relativePath));
  const place = { folderId: root.id, inside: insideOf(relativePath), folder };
  await inTransaction(context, async (tx) => {
    await forgetFiles(tx, photoId);
    await indexShot(tx, photoId, place, shot, { goneAt: null });
  });
}
