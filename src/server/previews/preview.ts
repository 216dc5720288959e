import { createHash, randomBytes } from 'node:crypto';
import { mkdir, readFile, rename, stat, writeFile } from 'node:fs/promises';
import path from 'node:path';
import sharp, { type Sharp } from 'sharp';
import { isRawName } from '../../core/naming/shots';
import { config } from '../config';
import { readPhotoFile } from '../files/readPhotoFile';
import { sourceOf, withFile } from '../files/source';

/** Long sides that are kept, in pixels. */
export const previewSides = [480, 1600] as const;
export type PreviewSide = (typeof previewSides)[number];

const AT_ONCE = 2;
const MAX_PIXELS = 300_000_000;
sharp.concurrency(1);
sharp.cache(false);

/** A WebP preview: upright by Orientation, converted from its profile to sRGB. Made once and kept. */
export async function preview(file: string, side: PreviewSide): Promise<Buffer> {
  const { size, mtimeMs } = await stat(file);
  const key = createHash('sha256').update(`${file}|${size}|${mtimeMs}|${side}`).digest('hex');
  const kept = path.join(
    /*turbopackIgnore: true*/ config().dataFolder,
    'previews',
    key.slice(0, 2),
    `${key}.webp`,
  );
  try {
    return await readFile(kept);
  } catch {
    return inTurn(() => make(file, side, kept));
  }
}

async function make(file: string, side: PreviewSide, kept: string): Promise<Buffer> {
  const made = await (await upright(file))
    .resize(side, side, { fit: 'inside', withoutEnlargement: true })
    .toColourspace('srgb')
    .webp({ quality: 82 })
    .toBuffer();
  await mkdir(path.dirname(kept), { recursive: true });
  const part = `${kept}.${randomBytes(4).toString('hex')}`;
  await writeFile(part, made);
  await rename(part, kept);
  return made;
}

const options = { limitInputPixels: MAX_PIXELS, failOn: 'error' } as const;
const TURNS: Readonly<Record<number, number>> = { 3: 180, 6: 90, 8: 270 };

/** The picture as it is to be shown; of raw files and DNG the largest JPEG inside. */
async function upright(file: string): Promise<Sharp> {
  if (!isRawName(file)) return sharp(file, options).autoOrient();
  const { picture, container } = await readPhotoFile(file);
  return withFile(file, async (one, stat) => {
    const source = sourceOf(one, stat.size);
    const range = await container.preview(source);
    if (!range) return sharp(file, options).autoOrient();
    const jpeg = Buffer.from(await source.read(range.start, range.end - range.start));
    const { orientation } = await sharp(jpeg, options).metadata();
    // An embedded JPEG without Orientation lies as the raw file does.
    const turned = orientation === undefined ? TURNS[picture.camera.orientation] : undefined;
    return turned ? sharp(jpeg, options).rotate(turned) : sharp(jpeg, options).autoOrient();
  });
}

let working = 0;
const queue: (() => void)[] = [];

async function inTurn<T>(work: () => Promise<T>): Promise<T> {
  while (working >= AT_ONCE) await new Promise<void>((resolve) => queue.push(resolve));
  working++;
  try {
    return await work();
  } finally {
    working--;
    queue.shift()?.();
  }
}
