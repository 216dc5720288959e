import path from 'node:path';
import type { Context } from '../../../context';
import { createFile } from '../../../files/createFile';
import { FileError } from '../../../files/fileError';
import { folderInside } from '../../../files/folderInside';
import { pathInside } from '../../../files/folders';
import { sourceOf, withFile } from '../../../files/source';
import { besideFiles } from '../../../operations/deliveries/beside';
import { readDelivery } from '../../../operations/deliveries/deliveredFiles';
import { folderById } from '../../../operations/folders/folders';
import type { Run } from '../../kind';
import { parametersOf } from '../../parameters';

const NAMES_TRIED = 1000;

/** Puts what goes beside the copies when all of them are there. */
export async function besideTheCopies(context: Context, run: Run): Promise<void> {
  const files = await besideFiles(context, await readDelivery(context, run.id));
  if (files.length === 0) return;
  const { folderId, inside } = parametersOf(run, 'deliver');
  const folder = await folderInside((await folderById(context, folderId)).path, inside);
  for (const { name, text } of files) await putBeside(folder, name, text);
}

/** Under a name that is free; what an end that was cut off has put there is the same, and stays. */
async function putBeside(folder: string, name: string, text: string): Promise<void> {
  const bytes = Buffer.from(text, 'utf8');
  const { name: stem, ext: ending } = path.parse(name);
  for (let n = 1; n <= NAMES_TRIED; n++) {
    const target = await pathInside(folder, n === 1 ? name : `${stem}-${n}${ending}`);
    try {
      await createFile(target, bytes);
      return;
    } catch (error) {
      if (!(error instanceof FileError && error.code === 'already-there')) throw error;
      const there = await withFile(target, (one, stat) => sourceOf(one, stat.size).read(0, stat.size));
      if (bytes.equals(there)) return;
    }
  }
  throw new FileError('already-there', name);
}
