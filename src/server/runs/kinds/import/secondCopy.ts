import path from 'node:path';
import type { Shot } from '../../../../core/naming/shots';
import { applyEdits } from '../../../files/applyEdits';
import { digestOf } from '../../../files/digest';
import { FileError } from '../../../files/fileError';
import { folderInside } from '../../../files/folderInside';
import { filesOf, pathInside } from '../../../files/folders';
import { withFile } from '../../../files/source';

const NAMES_TRIED = 1000;

/**
 * A second copy of a photo's files as they are in the working folder, at the same place below another
 * one; read back and compared like the first. A file that is there with the same content is the copy,
 * and is not among those that were made.
 */
export async function secondCopy(
  from: string,
  names: Shot,
  root: string,
  inside: string,
): Promise<{ second: string[]; secondMade: string[] }> {
  const folder = await folderInside(root, inside);
  const copies: Copy[] = [];
  for (const name of filesOf(names)) copies.push(await copyOne(path.join(from, name), folder, name));
  return {
    second: copies.map((one) => one.name),
    secondMade: copies.filter((one) => one.isMade).map((one) => one.name),
  };
}

interface Copy {
  readonly name: string;
  readonly isMade: boolean;
}

async function copyOne(source: string, folder: string, name: string): Promise<Copy> {
  const dot = name.lastIndexOf('.');
  for (let n = 1; n <= NAMES_TRIED; n++) {
    const tried = n === 1 ? name : `${name.slice(0, dot)}-${n}${name.slice(dot)}`;
    const target = await pathInside(folder, tried);
    try {
      const expected = await withFile(source, async (_, stat) => stat);
      await applyEdits({
        source,
        target,
        edits: [{ kind: 'copy', start: 0, end: expected.size }],
        mode: 'new',
        expected,
        times: 'keep',
        digest: false,
        verify: async () => undefined,
      });
      return { name: tried, isMade: true };
    } catch (error) {
      if (!(error instanceof FileError && error.code === 'already-there')) throw error;
      if ((await digestAt(source)) === (await digestAt(target))) return { name: tried, isMade: false };
    }
  }
  throw new FileError('already-there', name);
}

const digestAt = (file: string) => withFile(file, (one, stat) => digestOf(one, stat.size));
