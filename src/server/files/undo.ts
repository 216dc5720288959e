import { createHash, randomBytes } from 'node:crypto';
import { mkdir, readdir } from 'node:fs/promises';
import path from 'node:path';
import { FileError } from './fileError';
import { diskLayer, type FileLayer, type LayerFile } from './layer';
import { partFile, sweepPartFiles } from './partFiles';
import { hasEnded, thisProcess } from './processMark';

/** What is about to be written into one file, and what stood there. */
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

export type Recovery = {
  readonly path: string;
  readonly outcome: 'finished' | 'rolled-back' | 'left-alone' | 'gone';
};

const NAME = /^undo-[0-9a-f]{16}\.bin$/;
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
): Promise<string> {
  const name = path.join(folder, `undo-${randomBytes(8).toString('hex')}.bin`);
  // A worker that starts just now must not take a record that is being written for one that never was.
  const part = partFile(folder);
  const file = await layer.create(part, 0o600);
  await file.write(encode(records), 0);
  await file.sync();
  await file.close();
  await layer.rename(part, name);
  await layer.syncFolder(folder);
  return name;
}

export async function releaseUndo(name: string, layer: FileLayer = diskLayer): Promise<void> {
  await layer.unlink(name);
}

function encode(records: readonly UndoRecord[]): Uint8Array {
  const head = Buffer.from(
    JSON.stringify({
      version: 1,
      writer: thisProcess,
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

/** Finishes or takes back what writers that ended had left open. A change made since is left alone. */
export async function recoverUndo(folder: string, layer: FileLayer = diskLayer): Promise<Recovery[]> {
  await mkdir(folder, { recursive: true });
  await sweepPartFiles(folder);
  const names = (await readdir(folder)).filter((name) => NAME.test(name));
  const done: Recovery[] = [];
  for (const name of names) done.push(...(await recoverOne(path.join(folder, name), layer)));
  return done;
}

export async function recoverOne(name: string, layer: FileLayer, force = false): Promise<Recovery[]> {
  const group = decode(await wholeFile(name, layer));
  if (group && !force && !hasEnded(group.writer)) return [];
  const done: Recovery[] = [];
  for (const record of group?.records ?? [])
    done.push({ path: record.path, outcome: await settleRecord(record, layer) });
  await layer.unlink(name);
  return done;
}

async function settleRecord(record: UndoRecord, layer: FileLayer): Promise<Recovery['outcome']> {
  const file = await layer.openForWriting(record.path).catch(() => undefined);
  if (!file) return 'gone';
  try {
    const stat = await file.stat();
    const { formerSize, newSize } = record;
    const sizeFits = stat.size >= Math.min(formerSize, newSize) && stat.size <= Math.max(formerSize, newSize);
    if (String(stat.inode) !== record.inode || !sizeFits) return 'left-alone';
    let finished = stat.size === newSize;
    for (const { at, former, bytes } of record.writes) {
      const found = new Uint8Array(Math.max(0, Math.min(bytes.length, stat.size - at)));
      await file.read(found, at);
      if (!isMixture(found, former, bytes)) return 'left-alone';
      finished &&= Buffer.compare(found, bytes) === 0;
    }
    if (!finished) await putBack(file, record);
    return finished ? 'finished' : 'rolled-back';
  } finally {
    await file.close();
  }
}

/** Every octet is the former or the new one; behind the former end a power cut may leave anything. */
function isMixture(found: Uint8Array, former: Uint8Array, bytes: Uint8Array): boolean {
  return found.every((octet, i) => i >= former.length || octet === former[i] || octet === bytes[i]);
}

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
