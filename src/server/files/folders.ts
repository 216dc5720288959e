import { lstat, opendir, realpath } from 'node:fs/promises';
import path from 'node:path';
import { hasKnownExtension } from '../../core/containers/registry';
import { asFileError, FileError } from './fileError';

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

export interface FoundFile {
  /** Inside the folder, with "/" between the parts. */
  readonly relativePath: string;
  readonly size: number;
}

export interface Listing {
  readonly files: readonly FoundFile[];
  /** Names that are not pictures of a known format, hidden ones aside. */
  readonly passedOver: number;
  readonly truncated: boolean;
}

const MAX_FILES = 20_000;
const MAX_DEPTH = 12;

/** The pictures below a folder by name; hidden, unfinished and linked entries are passed over. */
export async function listPictures(folder: string): Promise<Listing> {
  const files: FoundFile[] = [];
  let passedOver = 0;
  const walk = async (inside: string, depth: number): Promise<void> => {
    for await (const entry of await opendir(path.join(folder, inside))) {
      if (files.length >= MAX_FILES) return;
      if (entry.name.startsWith('.')) continue;
      const relativePath = inside === '' ? entry.name : `${inside}/${entry.name}`;
      if (entry.isDirectory() && depth < MAX_DEPTH) await walk(relativePath, depth + 1);
      else if (entry.isFile() && hasKnownExtension(entry.name))
        files.push({ relativePath, size: (await lstat(path.join(folder, relativePath))).size });
      else if (entry.isFile()) passedOver++;
    }
  };
  await walk('', 0).catch((error) => {
    throw asFileError(error, folder);
  });
  files.sort((a, b) => (a.relativePath < b.relativePath ? -1 : 1));
  return { files, passedOver, truncated: files.length >= MAX_FILES };
}
