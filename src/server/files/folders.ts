import { lstat, readdir, realpath } from 'node:fs/promises';
import path from 'node:path';
import { hasKnownExtension } from '../../core/containers/registry';
import { groupShots, type Shot } from '../../core/naming/shots';
import { diskLayer } from './diskLayer';
import { asFileError, FileError } from './fileError';
import { UNDONE_FOLDER } from './moveFile';

/**
 * The whole path of something inside an opened folder. Climbing out, by "..", an absolute path or a
 * symbolic link on the way, is refused; the last name itself need not exist.
 */
export async function pathInside(folder: string, relative: string): Promise<string> {
  if (relative.includes('\0')) throw new FileError('outside-folders', relative);
  const root = await realpath(folder).catch((error) => {
    throw asFileError(error, folder);
  });
  const whole = path.resolve(root, relative);
  if (!isBelow(root, whole)) throw new FileError('outside-folders', relative);
  const parent = await realpath(path.dirname(whole)).catch((error) => {
    throw asFileError(error, whole);
  });
  if (parent !== root && !isBelow(root, parent)) throw new FileError('outside-folders', relative);
  return path.join(parent, path.basename(whole));
}

function isBelow(root: string, whole: string): boolean {
  return whole !== root && whole.startsWith(root.endsWith(path.sep) ? root : root + path.sep);
}

/** A photo of a folder: one file, or several that belong together. */
export interface FoundShot {
  /** Of the file that stands for it: inside the folder, with "/" between the parts. */
  readonly relativePath: string;
  readonly shot: Shot;
  /** Bytes of all its files. */
  readonly size: number;
}

export interface Listing {
  readonly shots: readonly FoundShot[];
  /** Names that are not pictures of a known format, hidden ones aside. */
  readonly passedOver: number;
  readonly truncated: boolean;
}

const MAX_FILES = 200_000;
const MAX_DEPTH = 12;
const SIDECAR = /\.xmp$/i;

/** The photos below a folder by name; hidden, unfinished, undone and linked entries are passed over. */
export async function listPictures(folder: string): Promise<Listing> {
  const shots: FoundShot[] = [];
  let passedOver = 0;
  const walk = async (inside: string, depth: number): Promise<void> => {
    const names: string[] = [];
    for await (const entry of await diskLayer.list(path.join(folder, inside))) {
      if (shots.length + names.length >= MAX_FILES) break;
      if (entry.name.startsWith('.') || entry.name === UNDONE_FOLDER) continue;
      if (entry.isDirectory() && depth < MAX_DEPTH) await walk(joined(inside, entry.name), depth + 1);
      else if (entry.isFile() && (hasKnownExtension(entry.name) || SIDECAR.test(entry.name)))
        names.push(entry.name);
      else if (entry.isFile()) passedOver++;
    }
    const grouped = groupShots(names);
    passedOver += names.length - grouped.reduce((sum, shot) => sum + filesOf(shot).length, 0);
    for (const shot of grouped)
      shots.push({
        relativePath: joined(inside, shot.main),
        shot,
        size: await bytesOf(path.join(folder, inside), shot),
      });
  };
  await walk('', 0).catch((error) => {
    throw asFileError(error, folder);
  });
  shots.sort((a, b) => (a.relativePath < b.relativePath ? -1 : 1));
  return { shots, passedOver, truncated: shots.length >= MAX_FILES };
}

function joined(inside: string, name: string): string {
  return inside === '' ? name : `${inside}/${name}`;
}

/** The names of all files of a photo, the main one first. */
export function filesOf({ main, raw, sidecar, otherSidecar }: Shot): string[] {
  return [main, raw, sidecar, otherSidecar].filter((name) => name !== undefined);
}

async function bytesOf(folder: string, shot: Shot): Promise<number> {
  const stats = await Promise.all(filesOf(shot).map((name) => lstat(path.join(folder, name))));
  return stats.reduce((sum, stat) => sum + stat.size, 0);
}

/** The photo that a file stands for, with the files beside it that belong to it. */
export async function shotOf(file: string): Promise<Shot> {
  const main = path.basename(file);
  return (await shotsIn(path.dirname(file))).get(main) ?? { main };
}

/** The photos of folders, by the file that stands for each; a folder is looked into once, and again for a name it had not. */
export class FolderShots {
  private readonly folders = new Map<string, Promise<ReadonlyMap<string, Shot>>>();

  async of(file: string): Promise<Shot> {
    const [folder, main] = [path.dirname(file), path.basename(file)];
    const known = await this.folders.get(folder)?.catch(() => undefined);
    if (known?.has(main)) return known.get(main)!;
    const read = shotsIn(folder);
    this.folders.set(folder, read);
    return (await read).get(main) ?? { main };
  }
}

async function shotsIn(folder: string): Promise<ReadonlyMap<string, Shot>> {
  const names = await readdir(folder).catch((error) => {
    throw asFileError(error, folder);
  });
  return new Map(groupShots(names.filter((one) => !one.startsWith('.'))).map((shot) => [shot.main, shot]));
}
