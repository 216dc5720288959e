import { createHash, randomBytes } from 'node:crypto';
import path from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { asFileError, FileError } from './fileError';
import type { FileLayer, LayerFile } from './layer';
import { hasEnded, isOfThisMachine, thisProcess } from './processMark';

/*
 * One writer per file. A small file beside the picture names the process that writes; who finds it waits.
 * It lies beside the picture, so that it also holds between machines that share the folder.
 */
const PATIENCE_MS = 15_000;
const STEP_MS = 25;
/** A lock without content was begun a moment ago, or its writer lost the machine. */
const EMPTY_IS_STALE_MS = 10_000;
const MODE = 0o600;

export const LOCK_NAME = /^\.fabrica-[0-9a-f]{24}\.lock$/;

/** Where the lock of a file is: beside it. */
export function lockOf(target: string): string {
  const name = createHash('sha256').update(path.basename(target)).digest('hex').slice(0, 24);
  return path.join(path.dirname(target), `.fabrica-${name}.lock`);
}

/** Keeps other writers of a file waiting while `use` goes on; throws `locked` where one does not end. */
export async function withLock<T>(target: string, layer: FileLayer, use: () => Promise<T>): Promise<T> {
  const lock = lockOf(target);
  await take(lock, target, layer);
  try {
    return await use();
  } finally {
    await layer.unlink(lock).catch(() => undefined);
  }
}

async function take(lock: string, target: string, layer: FileLayer): Promise<void> {
  for (let waited = 0; ; waited += STEP_MS) {
    try {
      await fill(await layer.create(lock, MODE), lock, layer);
      return;
    } catch (error) {
      const known = asFileError(error, target);
      if (!(known instanceof FileError && known.code === 'already-there')) throw known;
    }
    if (await removedStale(lock, layer)) continue;
    if (waited >= PATIENCE_MS) throw new FileError('locked', target);
    await pause(STEP_MS);
  }
}

/** Says in the lock who holds it; one that cannot be filled (a full disk) goes at once. */
async function fill(file: LayerFile, lock: string, layer: FileLayer): Promise<void> {
  try {
    await file.write(Buffer.from(thisProcess), 0);
  } catch (error) {
    await layer.unlink(lock).catch(() => undefined);
    throw error;
  } finally {
    await file.close();
  }
}

/** By a person's word: a lock that was made under another host name, whose writer is gone. */
export async function removeForeignLock(target: string, layer: FileLayer): Promise<void> {
  const lock = lockOf(target);
  const held = await contentOf(lock, layer);
  if (held?.owner && !isOfThisMachine(held.owner)) await layer.unlink(lock).catch(() => undefined);
}

/** Takes a lock away whose writer has ended. Renamed first: only one of several finders gets it. */
async function removedStale(lock: string, layer: FileLayer): Promise<boolean> {
  const owner = await contentOf(lock, layer);
  if (owner === undefined) return true;
  if (!owner.stale) return false;
  const aside = `${lock}.${randomBytes(6).toString('hex')}`;
  try {
    await layer.rename(lock, aside);
    const taken = await contentOf(aside, layer);
    if (taken && !taken.stale) await layer.link(aside, lock).catch(() => undefined);
    await layer.unlink(aside);
  } catch {
    return true;
  }
  return true;
}

async function contentOf(
  lock: string,
  layer: FileLayer,
): Promise<{ stale: boolean; owner: string } | undefined> {
  try {
    const file = await layer.openForReading(lock);
    try {
      const stat = await file.stat();
      const bytes = new Uint8Array(Math.min(stat.size, 200));
      await file.read(bytes, 0);
      const age = Date.now() - Number(stat.modifiedNs / 1_000_000n);
      const text = Buffer.from(bytes).toString('utf8');
      return { stale: text === '' ? age > EMPTY_IS_STALE_MS : hasEnded(text), owner: text };
    } finally {
      await file.close();
    }
  } catch {
    return undefined;
  }
}
