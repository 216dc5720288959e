import { lstat, mkdir, readdir } from 'node:fs/promises';
import path from 'node:path';
import { nameKey } from '../../core/naming/fileName';
import type { Shot } from '../../core/naming/shots';
import { diskLayer } from './diskLayer';
import { asFileError, FileError } from './fileError';
import { filesOf, pathInside } from './folders';

/** The whole path of a folder below an opened one, made part by part; a link on the way is refused. */
export async function folderInside(root: string, inside: string): Promise<string> {
  let whole = root;
  let at = '';
  for (const part of inside.split('/').filter((one) => one !== '')) {
    at = at === '' ? part : `${at}/${part}`;
    const above = whole;
    whole = await pathInside(root, at);
    try {
      await mkdir(whole);
      await diskLayer.syncFolder(above);
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw asFileError(error, whole);
    }
    if (!(await lstat(whole)).isDirectory()) throw new FileError('outside-folders', whole);
  }
  return whole;
}

/**
 * Names that are taken in the folders of a run, as every file system compares them. Each folder is read
 * once; what other writers place meanwhile is refused by the file system when the name is given.
 */
export class TakenNames {
  private readonly folders = new Map<string, Promise<Set<string>>>();

  async has(folder: string, names: Shot): Promise<boolean> {
    const taken = await this.of(folder);
    return filesOf(names).some((name) => taken.has(nameKey(name)));
  }

  async add(folder: string, names: Shot): Promise<void> {
    const taken = await this.of(folder);
    for (const name of filesOf(names)) taken.add(nameKey(name));
  }

  private of(folder: string): Promise<Set<string>> {
    let taken = this.folders.get(folder);
    if (!taken) {
      taken = readdir(folder).then((names) => new Set(names.map(nameKey)));
      this.folders.set(folder, taken);
    }
    return taken.catch((error) => {
      this.folders.delete(folder);
      throw asFileError(error, path.join(folder, '.'));
    });
  }
}
