import { unlink } from 'node:fs/promises';
import path from 'node:path';
import type { inverseEdits } from '../../../db/schema/runs';
import { applyEdits, editsBack, type InverseEdits } from '../../../files/applyEdits';
import { createFile } from '../../../files/createFile';
import { kindOfDigest } from '../../../files/digest';
import { diskLayer } from '../../../files/diskLayer';
import { asFileError, FileError } from '../../../files/fileError';
import { digestAt } from '../../../files/moveFile';
import { sourceOf, withFile } from '../../../files/source';

export type KeptEdits = typeof inverseEdits.$inferSelect;
type KeepInverseEdits = (made: InverseEdits) => Promise<void>;

/** What the file was before and after; undefined where there was none. */
const digestsOf = ({ made, digestBefore, digestAfter }: KeptEdits) => ({
  before: made ? undefined : digestBefore,
  after: digestAfter === '' ? undefined : digestAfter,
});

/** Throws where a file is neither what it was before an item nor what that item made of it. */
export async function refuseChanged(kept: KeptEdits, file: string): Promise<void> {
  const { before, after } = digestsOf(kept);
  const digest = await digestAt(file, before ?? after ?? '');
  if (digest !== before && digest !== after) throw new FileError('changed-meanwhile', file);
}

/**
 * Makes a file what it was before an item wrote into it, made it, or removed it. Can be repeated. The way
 * to what it is now is kept before it goes.
 */
export async function restoreFile(kept: KeptEdits, file: string, keep: KeepInverseEdits): Promise<void> {
  const { before, after } = digestsOf(kept);
  if ((await digestAt(file, before ?? after ?? '')) === before) return;
  if (before === undefined) return removeMade(file, after!, keep);
  if (after === undefined) return createFile(file, kept.formerBytes);
  const stat = await withFile(file, async (_, found) => found);
  await applyEdits({
    source: file,
    target: file,
    edits: editsBack(kept.pieces, kept.formerBytes),
    mode: 'replace',
    expected: stat,
    times: 'now',
    digest: kindOfDigest(before),
    verify: async () => undefined,
    keepInverseEdits: async (made) => {
      if (made.digestAfter !== before) throw new FileError('way-back-differs', file);
      await keep(made);
    },
  });
}

async function removeMade(file: string, digest: string, keep: KeepInverseEdits): Promise<void> {
  const formerBytes = await withFile(file, (one, { size }) => sourceOf(one, size).read(0, size));
  const pieces = [{ kind: 'former' as const, start: 0, end: formerBytes.length }];
  await keep({ pieces, formerBytes, digestBefore: digest, digestAfter: '' });
  await unlink(file).catch((error) => {
    throw asFileError(error, file);
  });
  await diskLayer.syncFolder(path.dirname(file));
}
