import type { ByteSource } from '../../core/bytes/source';
import type { Edit } from '../../core/containers/container';
import { plannedSize } from '../../core/containers/edits';
import { spanOf } from '../../core/containers/span';
import { diskLayer } from './diskLayer';
import { asFileError, FileError } from './fileError';
import type { FileLayer, LayerFile, LayerStat } from './layer';
import { withLock } from './lock';
import { sourceOf } from './source';
import { keepUndo, putBack, releaseUndo, type UndoRecord } from './undo';

/** Bytes that are written into the file itself at most; beyond, a new file takes its place. */
const MAX_SPAN = 4 * 1024 * 1024;

export interface InPlaceRequest {
  readonly path: string;
  readonly edits: readonly Edit[];
  readonly expected: Pick<LayerStat, 'size' | 'modifiedNs'>;
  /** Looks at the file after writing; where it throws, the former bytes are put back. */
  readonly verify: (written: ByteSource) => Promise<unknown>;
}

export type Outcome =
  | { readonly stat: LayerStat }
  | { readonly error: unknown; readonly unsettled?: boolean };

/** Whether a plan leaves everything but a small span where it is. Shrinking is left to a new file. */
export function fitsInPlace(edits: readonly Edit[], formerSize: number): boolean {
  return plannedSize(edits) >= formerSize && spanOf(edits, MAX_SPAN) !== undefined;
}

interface Prepared {
  readonly request: InPlaceRequest;
  readonly file: LayerFile;
  readonly record: UndoRecord;
}

/**
 * Writes a group of files in place under one undo record: nothing is changed before it is on disk. After
 * a kill at any moment the start-up makes of each file the former or the wanted one (undo.ts).
 */
export async function writeInPlace(
  requests: readonly InPlaceRequest[],
  undoFolder: string,
  layer: FileLayer = diskLayer,
): Promise<Outcome[]> {
  return withLocks([...new Set(requests.map((one) => one.path))], layer, async () => {
    const prepared = await Promise.all(
      requests.map((one, index) =>
        requests.findIndex((other) => other.path === one.path) === index
          ? prepare(one, layer)
          : { error: new FileError('changed-meanwhile', one.path) },
      ),
    );
    const ready = prepared.filter((one): one is Prepared => 'record' in one);
    try {
      if (ready.length === 0) return prepared.map((one) => ('error' in one ? one : { error: undefined }));
      const name = await keepUndo(
        undoFolder,
        ready.map((one) => one.record),
        layer,
      );
      const outcomes = await Promise.all(
        prepared.map((one) => ('record' in one ? carryOut(one) : Promise.resolve(one))),
      );
      // Where the former bytes could not be put back, the record stays for the next start-up.
      if (!outcomes.some((one) => 'unsettled' in one)) await releaseUndo(name, layer);
      return outcomes;
    } finally {
      await Promise.all(ready.map((one) => one.file.close()));
    }
  });
}

async function withLocks<T>(paths: readonly string[], layer: FileLayer, use: () => Promise<T>): Promise<T> {
  const [first, ...others] = [...paths].sort();
  return first === undefined ? use() : withLock(first, layer, () => withLocks(others, layer, use));
}

async function prepare(request: InPlaceRequest, layer: FileLayer): Promise<Prepared | { error: unknown }> {
  const { path, edits, expected } = request;
  let file: LayerFile | undefined;
  try {
    const named = await layer.stat(path);
    if (named.kind === 'symbolic-link') throw new FileError('symbolic-link', path);
    if (named.kind !== 'file') throw new FileError('not-a-file', path);
    if (named.links > 1) throw new FileError('hard-link', path);
    file = await layer.openForWriting(path);
    const stat = await file.stat();
    if (stat.size !== expected.size || stat.modifiedNs !== expected.modifiedNs)
      throw new FileError('changed-meanwhile', path);
    const writes = await materialised(file, edits, stat.size);
    const record = {
      path,
      inode: String(stat.inode),
      formerSize: stat.size,
      newSize: plannedSize(edits),
      writes,
    };
    return { request, file, record };
  } catch (error) {
    await file?.close();
    return { error: asFileError(error, path) };
  }
}

async function materialised(
  file: LayerFile,
  edits: readonly Edit[],
  size: number,
): Promise<UndoRecord['writes']> {
  const pieces = spanOf(edits, MAX_SPAN) ?? [];
  const writes: { at: number; former: Uint8Array; bytes: Uint8Array }[] = [];
  for (const { at, edit, length } of pieces) {
    const former = new Uint8Array(Math.max(0, Math.min(length, size - at)));
    await file.read(former, at);
    let bytes = edit.kind === 'insert' ? edit.bytes : new Uint8Array(length);
    if (edit.kind === 'copy') await file.read(bytes, edit.start);
    const last = writes.at(-1);
    if (last && last.at + last.bytes.length === at) {
      bytes = Buffer.concat([last.bytes, bytes]);
      writes[writes.length - 1] = { at: last.at, former: Buffer.concat([last.former, former]), bytes };
    } else writes.push({ at, former, bytes });
  }
  return writes;
}

async function carryOut({ request, file, record }: Prepared): Promise<Outcome> {
  try {
    // What is appended goes first: the header that points at it is the last to change.
    for (const { at, bytes } of [...record.writes].reverse()) {
      await file.write(bytes, at);
      if (at + bytes.length > record.formerSize && record.writes.length > 1) await file.sync();
    }
    await file.sync();
    for (const { at, bytes } of record.writes) {
      const found = new Uint8Array(bytes.length);
      await file.read(found, at);
      if (Buffer.compare(found, bytes) !== 0) throw new FileError('read-back-differs', request.path);
    }
    await request.verify(sourceOf(file, record.newSize));
    return { stat: await file.stat() };
  } catch (error) {
    const back = await putBack(file, record).then(
      () => true,
      () => false,
    );
    return { error: asFileError(error, request.path), ...(back ? {} : { unsettled: true }) };
  }
}
