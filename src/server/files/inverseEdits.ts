import type { Edit } from '../../core/containers/container';
import { invertEdits } from '../../core/containers/edits';
import type { InverseEdits } from './applyEdits';
import { digestOf, startDigest } from './digest';
import { FileError } from './fileError';
import type { LayerFile } from './layer';

const CHUNK = 1024 * 1024;

/** The way back of a plan that has not been carried out yet: digests of both states, and the bytes that go. */
export async function inverseEditsOf(
  file: LayerFile,
  size: number,
  edits: readonly Edit[],
): Promise<InverseEdits> {
  const pieces = invertEdits(edits, size);
  const former: Uint8Array[] = [];
  for (const piece of pieces)
    if (piece.kind === 'former') former.push(await readPart(file, piece.start, piece.end - piece.start));
  return {
    pieces,
    formerBytes: Buffer.concat(former),
    digestBefore: await digestOf(file, size),
    digestAfter: await plannedDigest(file, edits),
  };
}

async function plannedDigest(file: LayerFile, edits: readonly Edit[]): Promise<string> {
  const hash = startDigest();
  for (const edit of edits) {
    if (edit.kind === 'insert') {
      hash.update(edit.bytes);
      continue;
    }
    for (let at = edit.start; at < edit.end; at += CHUNK)
      hash.update(await readPart(file, at, Math.min(CHUNK, edit.end - at)));
  }
  return hash.digest('hex');
}

async function readPart(file: LayerFile, start: number, length: number): Promise<Uint8Array> {
  const bytes = new Uint8Array(length);
  if ((await file.read(bytes, start)) !== length) throw new FileError('read-error', '');
  return bytes;
}
