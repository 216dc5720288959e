import { createHash, randomBytes } from 'node:crypto';
import path from 'node:path';
import { diskLayer } from './diskLayer';
import { FileError } from './fileError';
import type { FileLayer, LayerFile } from './layer';
import { partFile } from './partFiles';
import { thisProcess } from './processMark';

/** What is about to be written into one file, and what was there. */
export interface UndoRecord {
  readonly path: string;
  readonly inode: string;
  readonly formerSize: number;
  readonly newSize: number;
  /** Ascending, not touching each other. `former` is shorter where the file grows. */
  readonly writes: readonly {
    readonly at: number;
    readonly former: Uint8Array;
    readonly bytes: Uint8Array;
  }[];
}

export const UNDO_NAME = /^undo-[0-9a-f]{16}\.bin$/;
const MAX_RECORD_BYTES = 1 << 30;

/**
 * Undo records: kept, synced, before a file is changed in place, and released when the change is on disk.
 * One file holds the records of a group. Layout: SHA-256 of what follows; length of the head (four octets);
 * the head as JSON; the bytes of all writes, former and new, one behind the other.
 */
export async function keepUndo(
  folder: string,
  records: readonly UndoRecord[],
  layer: FileLayer = diskLayer,
  writer = thisProcess,
): Promise<string> {
  const name = path.join(folder, `undo-${randomBytes(8).toString('hex')}.bin`);
  // A worker that starts just now must not take a record that is being written for one that never was.
  const part = partFile(folder);
  const file = await layer.create(part, 0o600);
  await file.write(encode(records, writer), 0);
  await file.sync();
  await file.close();
  await layer.rename(part, name);
  await layer.syncFolder(folder);
  return name;
}

/** Removes an undo record: its writing is done. */
export async function releaseUndo(name: string, layer: FileLayer = diskLayer): Promise<void> {
  await layer.unlink(name);
}

function encode(records: readonly UndoRecord[], writer: string): Uint8Array {
  const head = Buffer.from(
    JSON.stringify({
      version: 1,
      writer,
      records: records.map(({ writes, ...rest }) => ({
        ...rest,
        writes: writes.map((one) => ({ at: one.at, former: one.former.length, bytes: one.bytes.length })),
      })),
    }),
  );
  const length = Buffer.alloc(4);
  length.writeUInt32BE(head.length);
  const bytes = records.flatMap((one) => one.writes.flatMap((write) => [write.former, write.bytes]));
  const body = Buffer.concat([length, head, ...bytes]);
  return Buffer.concat([createHash('sha256').update(body).digest(), body]);
}

interface Head {
  readonly writer: string;
  readonly records: readonly (Omit<UndoRecord, 'writes'> & {
    readonly writes: readonly { at: number; former: number; bytes: number }[];
  })[];
}

/** Undefined for a record that was not written to its end: nothing had been changed then. */
function decode(all: Uint8Array): { writer: string; records: UndoRecord[] } | undefined {
  const body = all.subarray(32);
  if (all.length < 36 || !createHash('sha256').update(body).digest().equals(all.subarray(0, 32)))
    return undefined;
  const headLength = Buffer.from(body.subarray(0, 4)).readUInt32BE();
  const head = JSON.parse(Buffer.from(body.subarray(4, 4 + headLength)).toString('utf8')) as Head;
  let at = 4 + headLength;
  const take = (length: number) => {
    at += length;
    return body.subarray(at - length, at);
  };
  const records = head.records.map((one) => ({
    ...one,
    writes: one.writes.map((write) => ({
      at: write.at,
      former: take(write.former),
      bytes: take(write.bytes),
    })),
  }));
  return { writer: head.writer, records };
}

/** The records of a file of a group, and the process that wrote them; undefined as `decode`. */
export async function readUndo(
  name: string,
  layer: FileLayer = diskLayer,
): Promise<{ writer: string; records: UndoRecord[] } | undefined> {
  return decode(await wholeFile(name, layer));
}

/** Writes the former bytes of a record back into its file. */
export async function putBack(file: LayerFile, record: UndoRecord): Promise<void> {
  for (const { at, former } of record.writes) if (former.length > 0) await file.write(former, at);
  await file.truncate(record.formerSize);
  await file.sync();
}

async function wholeFile(name: string, layer: FileLayer): Promise<Uint8Array> {
  const file = await layer.openForReading(name);
  try {
    const { size } = await file.stat();
    if (size > MAX_RECORD_BYTES) throw new FileError('too-large', name);
    const bytes = new Uint8Array(size);
    await file.read(bytes, 0);
    return bytes;
  } finally {
    await file.close();
  }
}
