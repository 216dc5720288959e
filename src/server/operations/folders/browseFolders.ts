import type { Dirent } from 'node:fs';
import { access, constants, mkdir, realpath, stat } from 'node:fs/promises';
import { homedir, userInfo } from 'node:os';
import path from 'node:path';
import { desc, ne } from 'drizzle-orm';
import { hasKnownExtension } from '../../../core/containers/registry';
import type { Context } from '../../context';
import { openedFolders } from '../../db/schema/folders';
import { diskLayer } from '../../files/diskLayer';
import { asFileError, FileError } from '../../files/fileError';
import { UNDONE_FOLDER } from '../../files/moveFile';
import { failure } from '../../problems/errors';
import { failureWords } from '../../problems/words';

/** Where choosing a folder can begin. */
export interface FolderPlace {
  readonly path: string;
  readonly label: string;
  readonly kind: 'opened' | 'home' | 'disk';
}

export interface BrowsedFolder {
  readonly path: string;
  /** The folder above; null where choosing begins. */
  readonly above: string | null;
  readonly folders: readonly ListedFolder[];
  /** Pictures that lie in it, without those in its folders. */
  readonly pictures: number;
  /** There are more folders than are listed. */
  readonly truncated: boolean;
}

export interface ListedFolder {
  readonly name: string;
  readonly path: string;
  readonly pictures: number;
  readonly folders: number;
}

export interface FolderState {
  readonly state: 'here' | 'missing' | 'not-writable' | 'not-a-folder' | 'unusable';
}

/** Where desktops of Linux and macOS show disks and memory cards. */
const DISKS = ['/media', '/run/media', '/mnt', '/Volumes'];
const MOST_LISTED = 500;
/** Folders that a new path may lack: a typing slip makes no tree. */
const MOST_MADE = 4;

/** Opened folders, the newest first, the home folder, and disks that are connected. */
export async function folderPlaces(context: Context): Promise<FolderPlace[]> {
  const opened = await context.db
    .select({ path: openedFolders.path, label: openedFolders.label })
    .from(openedFolders)
    .where(ne(openedFolders.label, 'this browser'))
    .orderBy(desc(openedFolders.createdAt));
  const places: FolderPlace[] = opened.map((one) => ({ ...one, kind: 'opened' }));
  const home = await realpath(homedir()).catch(() => undefined);
  if (home && home !== '/') places.push({ path: home, label: 'Home', kind: 'home' });
  for (const disk of await disks()) places.push({ path: disk, label: path.basename(disk), kind: 'disk' });
  return places;
}

async function disks(): Promise<string[]> {
  const found: string[] = [];
  for (const root of DISKS) {
    for (const name of await foldersIn(root)) {
      const whole = path.join(root, name);
      const mine = name === userInfo().username;
      found.push(...(mine ? (await foldersIn(whole)).map((one) => path.join(whole, one)) : [whole]));
    }
  }
  return found;
}

/** What lies in a folder that is one of the places, or below one. */
export async function browseFolder(context: Context, requested: string): Promise<BrowsedFolder> {
  const real = await realFolder(requested);
  const roots = (await folderPlaces(context)).map((one) => one.path);
  if (!roots.some((root) => isAtOrBelow(root, real))) throw failure('folder-not-offered');
  const { folders, pictures } = await namesIn(real);
  const listed = await Promise.all(
    folders.slice(0, MOST_LISTED).map(async (name): Promise<ListedFolder> => {
      const whole = path.join(real, name);
      const inside = await namesIn(whole).catch(() => ({ folders: [], pictures: 0 }));
      return { name, path: whole, pictures: inside.pictures, folders: inside.folders.length };
    }),
  );
  const parent = path.dirname(real);
  const above = roots.some((root) => isAtOrBelow(root, parent)) ? parent : null;
  return { path: real, above, folders: listed, pictures, truncated: folders.length > MOST_LISTED };
}

/** Whether a typed path can be used, told while it is typed. */
export async function folderState(requested: string): Promise<FolderState> {
  if (!path.isAbsolute(requested) || requested.includes('\0') || path.resolve(requested) === '/')
    return { state: 'unusable' };
  const found = await stat(requested).catch((error) => asFileError(error, requested));
  if (found instanceof FileError) return { state: found.code === 'vanished' ? 'missing' : 'unusable' };
  if (!(found as { isDirectory?: () => boolean }).isDirectory?.()) return { state: 'not-a-folder' };
  const writable = await access(requested, constants.W_OK).then(
    () => true,
    () => false,
  );
  return { state: writable ? 'here' : 'not-writable' };
}

/** Makes a folder below one that exists. One that is there already is as good. */
export async function makeFolder(requested: string): Promise<{ path: string }> {
  if (!path.isAbsolute(requested) || requested.includes('\0'))
    throw failure('path-not-whole', { path: requested });
  const whole = path.resolve(requested);
  const missing = await missingParts(whole);
  if (missing > MOST_MADE) throw failure('too-much-missing', { path: whole });
  await mkdir(whole, { recursive: true }).catch((error) => {
    const known = asFileError(error, whole);
    if (!(known instanceof FileError)) throw known;
    const why = known.code === 'already-there' ? 'A file has this name.' : failureWords(known.code);
    throw failure('folder-not-made', { path: whole, why });
  });
  return { path: await realpath(whole) };
}

async function missingParts(whole: string): Promise<number> {
  for (let at = whole, missing = 0; ; at = path.dirname(at), missing++)
    if (at === '/' || (await stat(at).catch(() => undefined))) return missing;
}

async function realFolder(requested: string): Promise<string> {
  const real = path.isAbsolute(requested) ? await realpath(requested).catch(() => undefined) : undefined;
  if (!real) throw failure('folder-not-there', { path: requested });
  return real;
}

const isAtOrBelow = (root: string, folder: string) => folder === root || folder.startsWith(`${root}/`);

const inOrder = new Intl.Collator(undefined, { numeric: true, sensitivity: 'base' });

async function entriesOf(folder: string): Promise<Dirent[]> {
  const entries: Dirent[] = [];
  for await (const entry of await diskLayer.list(folder)) entries.push(entry);
  return entries;
}

async function namesIn(folder: string): Promise<{ folders: string[]; pictures: number }> {
  const entries = await entriesOf(folder).catch((error) => {
    const known = asFileError(error, folder);
    if (!(known instanceof FileError)) throw known;
    throw failure('folder-unreadable', { path: folder, why: failureWords(known.code) });
  });
  const shown = entries.filter(({ name }) => !name.startsWith('.') && name !== UNDONE_FOLDER);
  return {
    folders: shown
      .filter((one) => one.isDirectory())
      .map((one) => one.name)
      .sort(inOrder.compare),
    pictures: shown.filter((one) => one.isFile() && hasKnownExtension(one.name)).length,
  };
}

const foldersIn = (folder: string): Promise<string[]> =>
  namesIn(folder).then(
    ({ folders }) => folders,
    () => [],
  );
