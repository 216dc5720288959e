import path from 'node:path';
import type { Shot } from '../../core/naming/shots';
import { type ReadShot, readShot } from '../files/readShot';
import { outside } from '../readers/readers';
import type { Item } from './claims';

/**
 * Reads the files of an item. One that was in the hands of a worker that ended is read by a reader process first: where
 * the file was what ended the worker, that process is ended in its place, and the item fails with the reason.
 */
export async function readForItem(
  { claims }: Pick<Item, 'claims'>,
  folder: string,
  shot: Shot,
): Promise<ReadShot> {
  if (claims > 1) await outside('tryPicture', path.join(folder, shot.main), folder, shot);
  return readShot(folder, shot);
}
