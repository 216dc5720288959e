import path from 'node:path';
import { planShot } from '../../core/embed/planShot';
import type { Shot } from '../../core/naming/shots';
import { makePreview, previewSides } from '../previews/makePreview';
import { containersOf, readShot } from './readShot';

/** Reads, plans and decodes a picture as a run would, to see that it can be done. Throws what a run would meet in reading. */
export async function tryPicture(folder: string, shot: Shot): Promise<null> {
  const read = await readShot(folder, shot);
  await planShot(containersOf(read), new Map([['headline', 'a try']]));
  // Metadata go also into files whose picture cannot be decoded.
  await makePreview(path.join(folder, shot.main), previewSides[0]).catch(() => undefined);
  return null;
}
