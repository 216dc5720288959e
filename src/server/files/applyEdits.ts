import path from 'node:path';
import type { ByteSource } from '../../core/bytes/source';
import type { Edit } from '../../core/containers/container';
import { type InversePiece, invertEdits, plannedSize } from '../../core/containers/edits';
import { type DigestKind, digestOf, startDigest } from './digest';
import { diskLayer } from './diskLayer';
import { asFileError, FileError } from './fileError';
import { giveName } from './giveName';
import type { FileLayer, LayerFile, LayerStat } from './layer';
import { withLock } from './lock';
import { partFile } from './partFiles';
import { CHUNK, giveBuffer, PieceSource, readExactly, takeBuffer } from './pieces';
import { sourceOf, withFile } from './source';

export interface InverseEdits {
  readonly pieces: readonly InversePiece[];
  readonly formerBytes: Uint8Array;
  readonly digestBefore: string;
  readonly digestAfter: string;
}

export interface Written {
  /** Of the new file, from reading it back; empty where it was not asked for. */
  readonly digest: string;
  readonly stat: LayerStat;
}

export interface WriteRequest {
  readonly source: string;
  readonly target: string;
  readonly edits: readonly Edit[];
  /** 'replace': the target is the source. 'new': the target's name must be free. */
  readonly mode: 'replace' | 'new';
  /** What the source was when it was planned. */
  readonly expected: Pick<LayerStat, 'size' | 'modifiedNs'>;
  /** Modification time of the result. */
  readonly times: 'keep' | 'now';
  /** Looks at the finished bytes before they get their name; throws to stop. */
  readonly verify: (written: ByteSource) => Promise<unknown>;
  /** 'by-caller': the caller syncs the folder once for several files before it reports any of them. */
  readonly folderSync?: 'by-caller';
  /** False where nobody keeps the digest; another kind to compare with an earlier one. */
  readonly digest?: false | DigestKind;
  /** Called before the replaced file goes; what it stores makes the run reversible. */
  readonly keepInverseEdits?: (edits: InverseEdits) => Promise<void>;
}

/**
 * Carries out a byte plan: a temporary file beside the target, synced, read back and compared byte for
 * byte with what it was made from, then renamed over (or linked to a free name), and the folder synced.
 * At every moment the target is the former file or the new one, whole.
 */
export async function applyEdits(request: WriteRequest, layer: FileLayer = diskLayer): Promise<Written> {
  return request.mode === 'replace'
    ? withLock(request.target, layer, () => applyLocked(request, layer))
    : applyLocked(request, layer);
}

async function applyLocked(request: WriteRequest, layer: FileLayer): Promise<Written> {
  await refuseLinks(request, layer);
  const folder = path.dirname(request.target);
  const part = partFile(folder);
  let made = false;
  try {
    const written = await withFile(
      request.source,
      async (source, stat) => {
        assertUnchanged(stat, request);
        const out = await layer.create(part, request.mode === 'replace' ? 0o600 : 0o666);
        made = true;
        try {
          const pieces = new PieceSource(source, request.edits);
          await writeParts(pieces, out, request.edits);
          await out.sync();
          const digest = await readBack(pieces, out, request);
          pieces.end();
          await request.verify(sourceOf(out, plannedSize(request.edits)));
          if (request.keepInverseEdits)
            await request.keepInverseEdits(await inverseEdits(source, stat, request, digest));
          assertUnchanged(await source.stat(), request);
          return { digest, former: stat };
        } finally {
          await out.close();
        }
      },
      layer,
    );
    if (request.mode === 'replace') await layer.copyAttributes(request.source, part);
    await layer.setModified(
      part,
      request.times === 'keep' ? written.former.modifiedNs : BigInt(Date.now()) * 1_000_000n,
    );
    await publish(part, request, layer);
    if (request.folderSync !== 'by-caller') await layer.syncFolder(folder);
    return { digest: written.digest, stat: await layer.stat(request.target) };
  } catch (error) {
    if (made) await layer.unlink(part).catch(() => undefined);
    throw asFileError(error, request.target);
  }
}

/** Replacing a link would break it: reported instead. */
async function refuseLinks({ target, mode }: WriteRequest, layer: FileLayer): Promise<void> {
  if (mode === 'new') return;
  const stat = await layer.stat(target).catch((error) => {
    throw asFileError(error, target);
  });
  if (stat.kind === 'symbolic-link') throw new FileError('symbolic-link', target);
  if (stat.kind !== 'file') throw new FileError('not-a-file', target);
  if (stat.links > 1) throw new FileError('hard-link', target);
}

function assertUnchanged(stat: LayerStat, { expected, source }: WriteRequest): void {
  if (stat.size !== expected.size || stat.modifiedNs !== expected.modifiedNs)
    throw new FileError('changed-meanwhile', source);
}

async function writeParts(pieces: PieceSource, out: LayerFile, edits: readonly Edit[]): Promise<void> {
  let at = 0;
  for (const edit of edits) {
    const length = edit.kind === 'copy' ? edit.end - edit.start : edit.bytes.length;
    for (let done = 0; done < length; ) {
      const piece = edit.kind === 'copy' ? await pieces.read(edit.start + done, length - done) : edit.bytes;
      await out.write(piece, at);
      at += piece.length;
      done += piece.length;
    }
  }
}

/** Compares what is on disk with its origin, byte for byte, and digests it on the way. */
async function readBack(
  pieces: PieceSource,
  out: LayerFile,
  { edits, target, digest }: WriteRequest,
): Promise<string> {
  const hash = digest === false ? undefined : startDigest(digest);
  const buffer = takeBuffer();
  let at = 0;
  for (const edit of edits) {
    const length = edit.kind === 'copy' ? edit.end - edit.start : edit.bytes.length;
    for (let done = 0; done < length; ) {
      const origin =
        edit.kind === 'copy'
          ? await pieces.read(edit.start + done, Math.min(CHUNK, length - done))
          : edit.bytes.subarray(done, done + CHUNK);
      const found = buffer.subarray(0, origin.length);
      await readExactly(out, found, at);
      if (Buffer.compare(found, origin) !== 0) throw new FileError('read-back-differs', target);
      hash?.update(found);
      at += origin.length;
      done += origin.length;
    }
  }
  giveBuffer(buffer);
  if ((await out.stat()).size !== at) throw new FileError('read-back-differs', target);
  return hash?.digest('hex') ?? '';
}

async function inverseEdits(
  source: LayerFile,
  stat: LayerStat,
  { edits }: WriteRequest,
  digestAfter: string,
): Promise<InverseEdits> {
  const pieces = invertEdits(edits, stat.size);
  const former = pieces.filter((piece) => piece.kind === 'former');
  const formerBytes = new Uint8Array(former.reduce((sum, piece) => sum + piece.end - piece.start, 0));
  let at = 0;
  for (const piece of former) {
    await readExactly(source, formerBytes.subarray(at, at + piece.end - piece.start), piece.start);
    at += piece.end - piece.start;
  }
  return { pieces, formerBytes, digestBefore: await digestOf(source, stat.size), digestAfter };
}

async function publish(part: string, request: WriteRequest, layer: FileLayer): Promise<void> {
  if (request.mode === 'replace') {
    assertUnchanged(await layer.stat(request.target), request);
    await layer.rename(part, request.target);
    return;
  }
  await giveName(part, request.target, layer);
}

/** The edits that make the former file from the present one. */
export function editsBack(pieces: readonly InversePiece[], formerBytes: Uint8Array): Edit[] {
  let at = 0;
  return pieces.map((piece): Edit => {
    if (piece.kind === 'copy') return { kind: 'copy', start: piece.start, end: piece.end };
    const bytes = formerBytes.subarray(at, at + piece.end - piece.start);
    at += bytes.length;
    return { kind: 'insert', bytes };
  });
}
