import { mkdir, readdir } from 'node:fs/promises';
import path from 'node:path';
import { diskLayer } from './diskLayer';
import { FileError } from './fileError';
import type { FileLayer, LayerFile } from './layer';
import { removeForeignLock, withLock } from './lock';
import { sweepPartFiles } from './partFiles';
import { hasEnded, isOfThisMachine } from './processMark';
import { keepUndo, putBack, readUndo, releaseUndo, UNDO_NAME, type UndoRecord } from './undo';

/** Why a change that was cut off is not settled yet. */
export type Waiting =
  /** The file is not there: its disk is not connected, or it was moved. */
  | 'missing'
  /** Another file is there, or the disk numbers its files again. */
  | 'another-file'
  /** Written under another host name: another machine may be writing still. */
  | 'other-machine';

export type Settled = 'finished' | 'rolled-back' | 'left-alone';

export interface Recovery {
  readonly path: string;
  readonly outcome: Settled | Waiting;
}

const settledOutcomes: readonly string[] = ['finished', 'rolled-back', 'left-alone'] satisfies Settled[];
export const isSettled = (outcome: Recovery['outcome']): outcome is Settled =>
  settledOutcomes.includes(outcome);

/**
 * Finishes or rolls back what writers that ended had left open. A change made since is left alone. What
 * cannot be settled yet keeps its record, and is tried again: a record is never given up while its file
 * may come back. Costs one look into an empty folder when there is nothing.
 */
export async function recoverUndo(folder: string, layer: FileLayer = diskLayer): Promise<Recovery[]> {
  await mkdir(folder, { recursive: true });
  const found = await readdir(folder);
  // A writer may have ended while it wrote its record: then only the unfinished file is there.
  if (found.length > 0) await sweepPartFiles(folder);
  const names = found.filter((name) => UNDO_NAME.test(name));
  const done: Recovery[] = [];
  for (const name of names) done.push(...(await recoverOne(path.join(folder, name), layer)));
  return done;
}

/** `force`: whoever wrote it is known to have ended. */
export async function recoverOne(name: string, layer: FileLayer, force = false): Promise<Recovery[]> {
  const group = await unlessGone(readUndo(name, layer));
  // Its writer is done with it, or another process has settled it just now.
  if (group === 'gone') return [];
  if (!group) {
    await unlessGone(releaseUndo(name, layer));
    return [];
  }
  const { writer, records } = group;
  if (!force && !isOfThisMachine(writer))
    return records.map((record) => ({ path: record.path, outcome: 'other-machine' }));
  if (!force && !hasEnded(writer)) return [];
  // Whoever is known to have ended holds no file any more, whatever his lock says.
  const settle = force ? settleRecord : settleLocked;
  const tried: { record: UndoRecord; outcome: Recovery['outcome'] }[] = [];
  for (const record of records) tried.push({ record, outcome: await settle(record, layer) });
  const waiting = tried.filter((one) => !isSettled(one.outcome)).map((one) => one.record);
  if (waiting.length < records.length) await replaceGroup(name, waiting, writer, layer);
  return tried.map(({ record, outcome }) => ({ path: record.path, outcome }));
}

/** Records come and go while others write: one that is gone by now is no failure. */
async function unlessGone<T>(work: Promise<T>): Promise<T | 'gone'> {
  try {
    return await work;
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ENOENT') return 'gone';
    throw error;
  }
}

/** What was settled leaves the group: it may be written again, and must not be rolled back then. */
async function replaceGroup(
  name: string,
  waiting: readonly UndoRecord[],
  writer: string,
  layer: FileLayer,
): Promise<void> {
  if (waiting.length > 0) await keepUndo(path.dirname(name), waiting, layer, writer);
  await unlessGone(releaseUndo(name, layer));
}

/** No writer of ours is in the file meanwhile. A folder that is not there, or not to be written, is waited for. */
async function settleLocked(
  record: UndoRecord,
  layer: FileLayer,
  anyFile = false,
): Promise<Recovery['outcome']> {
  try {
    return await withLock(record.path, layer, () => settleRecord(record, layer, anyFile));
  } catch (error) {
    if (!(error instanceof FileError)) throw error;
    return error.code === 'locked' ? 'other-machine' : 'missing';
  }
}

/** `anyFile`: a person says that the file that is there is the one. */
async function settleRecord(
  record: UndoRecord,
  layer: FileLayer,
  anyFile = false,
): Promise<Recovery['outcome']> {
  const file = await layer.openForWriting(record.path).catch(() => undefined);
  if (!file) return 'missing';
  try {
    const stat = await file.stat();
    const isSame = String(stat.inode) === record.inode;
    const state = await stateOf(file, record, stat.size);
    if (state === 'finished') return 'finished';
    if (state === 'former') return 'rolled-back';
    if (state === 'changed') return isSame || anyFile ? 'left-alone' : 'another-file';
    if (!isSame && !anyFile) return 'another-file';
    await putBack(file, record);
    return 'rolled-back';
  } finally {
    await file.close();
  }
}

/** What a cut-off change left: all of it, nothing of it, a mixture, or what somebody made of the file since. */
async function stateOf(
  file: LayerFile,
  { formerSize, newSize, writes }: UndoRecord,
  size: number,
): Promise<'finished' | 'former' | 'mixture' | 'changed'> {
  if (size < Math.min(formerSize, newSize) || size > Math.max(formerSize, newSize)) return 'changed';
  let [isNew, isFormer] = [size === newSize, size === formerSize];
  for (const { at, former, bytes } of writes) {
    const found = new Uint8Array(Math.max(0, Math.min(bytes.length, size - at)));
    await file.read(found, at);
    if (!isMixture(found, former, bytes)) return 'changed';
    isNew &&= Buffer.compare(found, bytes) === 0;
    isFormer &&= Buffer.compare(found.subarray(0, former.length), former) === 0;
  }
  return isNew ? 'finished' : isFormer ? 'former' : 'mixture';
}

/** Every octet is the former or the new one; behind the former end a power cut may leave anything. */
function isMixture(found: Uint8Array, former: Uint8Array, bytes: Uint8Array): boolean {
  return found.every((octet, i) => i >= former.length || octet === former[i] || octet === bytes[i]);
}

/** A cut-off change that waits, for a person to see and settle. */
export interface WaitingChange {
  /** Of the record, and the file's place in it. */
  readonly record: string;
  readonly index: number;
  readonly path: string;
  readonly why: Waiting;
}

/** What waits just now, without changing anything. */
export async function waitingChanges(folder: string, layer: FileLayer = diskLayer): Promise<WaitingChange[]> {
  const names = await readdir(folder).catch(() => []);
  const found: WaitingChange[] = [];
  for (const name of names.filter((one) => UNDO_NAME.test(one))) {
    const group = await readUndo(path.join(folder, name), layer).catch(() => undefined);
    const isOther = group && !isOfThisMachine(group.writer);
    if (!group || (!isOther && !hasEnded(group.writer))) continue;
    for (const [index, { path: file, inode }] of group.records.entries()) {
      const stat = await layer.stat(file).catch(() => undefined);
      const why = isOther ? 'other-machine' : stat === undefined ? 'missing' : 'another-file';
      if (why !== 'another-file' || String(stat?.inode) !== inode)
        found.push({ record: name, index, path: file, why });
    }
  }
  return found;
}

/**
 * Settles a waiting change by a person's word: the former bytes are put back where the file holds the
 * cut-off change, or the file is left as it is and its record given up.
 */
export async function settleByHand(
  folder: string,
  { record: name, index }: Pick<WaitingChange, 'record' | 'index'>,
  act: 'put-back' | 'leave',
  layer: FileLayer = diskLayer,
): Promise<Recovery['outcome'] | 'given-up' | undefined> {
  if (!UNDO_NAME.test(name)) return undefined;
  const whole = path.join(folder, name);
  const group = await readUndo(whole, layer);
  const record = group?.records[index];
  if (!group || !record) return undefined;
  await removeForeignLock(record.path, layer);
  const outcome = act === 'leave' ? ('given-up' as const) : await settleLocked(record, layer, true);
  if (outcome !== 'given-up' && !isSettled(outcome)) return outcome;
  const rest = group.records.filter((_, at) => at !== index);
  await replaceGroup(whole, rest, group.writer, layer);
  return outcome;
}
