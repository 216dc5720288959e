import { mkdir, realpath } from 'node:fs/promises';
import path from 'node:path';
import { config } from '../server/config';
import { contextFor } from '../server/context';
import { pool } from '../server/db/client';
import { drawPictures } from './card';
import { drawnFolder, liveWorkshop } from './liveWorkshop';
import { formatsBook, sailLoft, winterLayUp } from './moreAssignments';
import { type DemoPicture, demoPictures } from './pictures';
import { seedDemo } from './seed';

/** Tests that count what there is want the card alone. */
const isQuiet = process.env.FABRICA_DEMO === 'card';

/** Tests draw smaller pictures: the sides are divided by this. */
const DIVISOR = Number(process.env.FABRICA_DEMO_DIVISOR ?? 1);
const inSize = (picture: DemoPicture): DemoPicture => ({
  ...picture,
  width: Math.round(picture.width / DIVISOR),
  height: Math.round(picture.height / DIVISOR),
});

/** `demo draw`: the pictures, which need no database. `demo`: them, and everything in the database. */
async function main(): Promise<void> {
  const data = process.env.FABRICA_DATA ?? config().dataFolder;
  const card = path.join(data, 'card', 'DCIM', '100KETCH');
  const notify = (line: string) => console.log(line);
  await drawPictures(card, demoPictures.map(inSize), notify);
  if (!isQuiet)
    for (const one of [sailLoft, winterLayUp, formatsBook])
      await drawPictures(drawnFolder(data, one), one.pictures.map(inSize), notify);
  if (process.argv[2] === 'draw') return;
  await mkdir(path.join(data, 'pictures'), { recursive: true });
  const context = contextFor('demo');
  const isNew = await seedDemo(context, await realpath(card), await realpath(data));
  if (isNew && !isQuiet) await liveWorkshop(context, await realpath(data));
  await pool().end();
}

main().catch((error: unknown) => {
  console.error(error instanceof Error ? (error.stack ?? error.message) : error);
  process.exit(1);
});
