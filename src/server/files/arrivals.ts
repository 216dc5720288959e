import { createHash } from 'node:crypto';
import { open, readdir, readFile, stat, statfs, unlink, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { hasKnownExtension } from '../../core/containers/registry';
import { NAME_BYTES, safeFolder, safeName } from '../../core/naming/fileName';
import { diskLayer } from './diskLayer';
import { asFileError, FileError } from './fileError';
import { folderInside } from './folderInside';
import { pathInside } from './folders';
import { giveName } from './giveName';

/** Largest file that a browser may send, in bytes. */
export const LARGEST_ARRIVAL = 16 * 1024 ** 3;
const SIDECAR = /\.xmp$/i;
const NAMES_TRIED = 1000;

/** A file that a browser sends in pieces. The name may hold the folders that it came from. */
export interface Arriving {
  readonly name: string;
  readonly size: number;
  /** Of the file on the other machine, in milliseconds: tells two files of one name apart. */
  readonly modified: number;
}

export interface Arrived {
  /** Bytes that are here. */
  readonly received: number;
  /** All of them, under this name. */
  readonly target?: string;
}

/** Unfinished arrivals are hidden: nothing takes them for pictures. */
const partOf = (arriving: Arriving): string => `.arriving-${fingerprintOf(arriving)}`;
/** A note of the name under which a file was saved, so that the same file is not saved twice. */
const noteOf = (arriving: Arriving): string => `.arrived-${fingerprintOf(arriving)}`;

function fingerprintOf({ name, size, modified }: Arriving): string {
  return createHash('sha256').update(`${name}\0${size}\0${modified}`).digest('hex').slice(0, 24);
}

/** Returns the name of a file that arrived completely and is still there. */
async function arrivedAs(root: string, arriving: Arriving): Promise<string | undefined> {
  const target = await readFile(path.join(root, noteOf(arriving)), 'utf8').catch(() => undefined);
  const found = target && (await stat(path.join(root, target)).catch(() => undefined));
  return found && found.size === arriving.size ? target : undefined;
}

/** Whether a browser may send a file of this name: a picture that Fabrica knows, or a sidecar. */
export function isArrival(name: string): boolean {
  return hasKnownExtension(name) || SIDECAR.test(name);
}

/**
 * How much of a file is here: where sending goes on after it was cut off. One that is whole and was cut off
 * before it got its name gets it now.
 */
export async function arrivedSoFar(root: string, arriving: Arriving): Promise<Arrived> {
  const target = await arrivedAs(root, arriving);
  if (target) return { received: arriving.size, target };
  const part = path.join(root, partOf(arriving));
  const found = await stat(part).catch(() => undefined);
  if (found?.size === arriving.size && !turns.has(part))
    return { received: arriving.size, target: await inTurn(part, () => nameIt(root, arriving, part)) };
  return { received: Math.min(found?.size ?? 0, arriving.size) };
}

/**
 * Takes one piece, streamed to disk, and gives the file its name with the last one. A piece that does not
 * begin where the file ends is not taken; the answer says where to go on. Pieces of one file come one after
 * the other, from however many windows.
 */
export async function takePiece(
  root: string,
  arriving: Arriving,
  offset: number,
  body: ReadableStream<Uint8Array> | null,
): Promise<Arrived> {
  const part = path.join(root, partOf(arriving));
  return inTurn(part, async () => {
    if (offset === 0) await sweepArrivals(root);
    const known = await arrivedAs(root, arriving);
    if (known) return { received: arriving.size, target: known };
    const received = await append(part, arriving, offset, body);
    if (received < arriving.size) return { received };
    return { received, target: await nameIt(root, arriving, part) };
  });
}

const turns = new Map<string, Promise<unknown>>();

/** One at a time for each part. */
async function inTurn<T>(part: string, work: () => Promise<T>): Promise<T> {
  const before = turns.get(part) ?? Promise.resolve();
  const mine = before.catch(() => undefined).then(work);
  turns.set(part, mine);
  try {
    return await mine;
  } finally {
    if (turns.get(part) === mine) turns.delete(part);
  }
}

/** Bytes that are here after the piece: those of the whole file are on the disk for certain. */
async function append(
  part: string,
  arriving: Arriving,
  offset: number,
  body: ReadableStream<Uint8Array> | null,
): Promise<number> {
  const file = await open(part, 'a+').catch((error) => {
    throw asFileError(error, part);
  });
  try {
    let at = (await file.stat()).size;
    if (at !== offset) return Math.min(at, arriving.size);
    await refuseWithoutSpace(path.dirname(part), arriving, at);
    const reader = body?.getReader();
    for (let read = await reader?.read(); read && !read.done; read = await reader?.read()) {
      if (at + read.value.length > arriving.size) throw new FileError('too-large', arriving.name);
      await file.appendFile(read.value);
      at += read.value.length;
    }
    if (at < arriving.size) return at;
    await file.sync();
    if ((await file.stat()).size !== arriving.size) throw new FileError('read-back-differs', arriving.name);
    return at;
  } catch (error) {
    throw asFileError(error, arriving.name);
  } finally {
    await file.close();
  }
}

async function refuseWithoutSpace(root: string, { name, size }: Arriving, here: number): Promise<void> {
  const { bavail, bsize } = await statfs(root);
  if (size - here > bavail * bsize) throw new FileError('no-space', name);
}

const ARRIVING = /^\.(?:arriving|arrived)-[0-9a-f]{24}$/;
const DAY_MS = 24 * 60 * 60 * 1000;

/** Removes parts that did not grow for a day, and notes that are a day old. */
export async function sweepArrivals(root: string, now = Date.now()): Promise<void> {
  for (const name of await readdir(root)) {
    if (!ARRIVING.test(name)) continue;
    const part = path.join(root, name);
    const found = await stat(part).catch(() => undefined);
    if (found && now - found.mtimeMs > DAY_MS && !turns.has(part)) await unlink(part).catch(() => undefined);
  }
}

/** Folders and name made safe; a taken name is never overwritten. */
async function nameIt(root: string, arriving: Arriving, part: string): Promise<string> {
  const { name } = arriving;
  const parts = name.split('/').filter((one) => one !== '' && one !== '.' && one !== '..');
  const own = parts.pop() ?? '';
  const dot = own.lastIndexOf('.');
  const extension = own.slice(dot).slice(0, NAME_BYTES / 4);
  const stem = safeName(own.slice(0, dot), extension);
  const inside = safeFolder(parts.join('/'));
  const folder = await folderInside(root, inside);
  for (let n = 1; n <= NAMES_TRIED; n++) {
    const target = `${stem}${n === 1 ? '' : `-${n}`}${extension}`;
    try {
      await giveName(part, await pathInside(folder, target));
      await diskLayer.syncFolder(folder);
      const named = inside === '' ? target : `${inside}/${target}`;
      // Without the note a file that is sent again is saved twice; it has arrived in any case.
      await writeFile(path.join(root, noteOf(arriving)), named).catch(() => undefined);
      return named;
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw asFileError(error, target);
    }
  }
  throw new FileError('already-there', name);
}
