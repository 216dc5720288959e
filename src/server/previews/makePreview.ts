import { createHash, randomBytes } from 'node:crypto';
import { lstat, mkdir, readFile, rename, rm, utimes, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { config } from '../config';
import { asFileError, FileError } from '../files/fileError';
import { identityOfFile, sampleOfFile } from '../files/knownContent';
import { type PhotoFile, readPhotoFile } from '../files/readPhotoFile';
import sharp, { type Sharp, withChecked } from '../rendering/decoder';
import { decodableInput, embeddedJpeg, isDecodable, turnOf } from '../rendering/picture';
import { placeholderOf } from '../rendering/placeholder';

/** Long sides that are kept, in pixels. */
export const previewSides = [480, 1600, 2560] as const;
export type PreviewSide = (typeof previewSides)[number];

const AT_ONCE = 2;
const MAX_PIXELS = 300_000_000;

/**
 * Makes a WebP preview where there is none, and gives the path where it is kept: upright by Orientation, converted from its
 * profile to sRGB. It is kept by what the picture data is known by, so that a picture seen on a card, its copy here,
 * and the file with new words in it have one preview.
 */
export async function makePreview(
  file: string,
  side: PreviewSide,
  identity?: string | null,
): Promise<string> {
  const read = await readPhotoFile(file).catch(() => undefined);
  const kept = keptAt(`${await contentKey(file, read, identity)}|${side}`);
  const now = new Date();
  // What is used stays when room is made (operations/kept).
  const isThere = await utimes(kept, now, now).then(
    () => true,
    () => false,
  );
  if (!isThere) await inTurn(() => make(file, read, side, kept));
  return kept;
}

async function contentKey(
  file: string,
  read: PhotoFile | undefined,
  identity?: string | null,
): Promise<string> {
  const sample = read ? await sampleOfFile(file, read) : '0:';
  // A file without picture data that we know of is known by its entry; so is a movie, whose data is large.
  if (!read || sample.startsWith('0:') || read.container.id === 'movie') {
    const entry = await lstat(file);
    // A decoder would wait for a pipe, and follow a link out of the folder.
    if (!entry.isFile()) throw new FileError(entry.isSymbolicLink() ? 'symbolic-link' : 'not-a-file', file);
    const { size, mtimeMs } = entry;
    return `${file}|${size}|${mtimeMs}`;
  }
  return `${identity || (await identityOfFile(file, read))}|${read.picture.camera.orientation}`;
}

/** Exif Orientation; 0 where a file states none. */
const ORIENTATIONS = [0, 1, 2, 3, 4, 5, 6, 7, 8, undefined];

/** The preview of picture data that no file here holds any more, if it is still cached. */
export async function cachedPreview(identity: string, side: PreviewSide): Promise<Buffer | undefined> {
  for (const orientation of ORIENTATIONS) {
    const bytes = await readFile(keptAt(`${identity}|${orientation}|${side}`)).catch(() => undefined);
    if (bytes) return bytes;
  }
  return undefined;
}

function keptAt(key: string): string {
  const name = createHash('sha256').update(key).digest('hex');
  const folder = path.join(/*turbopackIgnore: true*/ config().dataFolder, 'previews', name.slice(0, 2));
  return path.join(folder, `${name}.webp`);
}

async function make(
  file: string,
  read: PhotoFile | undefined,
  side: PreviewSide,
  kept: string,
): Promise<void> {
  const made = await withChecked(file, async (input) =>
    (await upright(file, input, read, side))
      .resize(side, side, { fit: 'inside', withoutEnlargement: true })
      .toColourspace('srgb')
      .webp({ quality: 82 })
      .toBuffer(),
  );
  await keep(made, kept).catch((error) => {
    throw asFileError(error, kept);
  });
}

/** Under its name it is whole; what a full disk cuts off leaves nothing behind. */
async function keep(made: Buffer, kept: string): Promise<void> {
  await mkdir(path.dirname(kept), { recursive: true });
  const part = `${kept}.${randomBytes(4).toString('hex')}`;
  try {
    await writeFile(part, made);
    await rename(part, kept);
  } catch (error) {
    await rm(part, { force: true });
    throw error;
  }
}

const options = { limitInputPixels: MAX_PIXELS, failOn: 'error' } as const;

/** The picture as it is to be shown: from the JPEG inside where there is one that is large enough, or nothing else to show. */
async function upright(
  file: string,
  input: string,
  read: PhotoFile | undefined,
  side: PreviewSide,
): Promise<Sharp> {
  if (!read) return sharp(input, options).autoOrient();
  const jpeg = await embeddedJpeg(file, read);
  // A format that libvips does not decode may hold colours that its decoder does not convert.
  const decodable = isDecodable(read.container) && (await decodableInput(input, read).catch(() => undefined));
  if (decodable && !(jpeg && (await showsTheSame(jpeg, decodable, side))))
    return sharp(decodable, options).autoOrient();
  if (!jpeg) return placeholderOf(read.container);
  const { orientation } = await sharp(jpeg, options).metadata();
  const turn = turnOf(orientation, read);
  return turn ? sharp(jpeg, options).rotate(turn) : sharp(jpeg, options).autoOrient();
}

/** Whether an embedded JPEG is large enough, of the picture's shape, and in its colours. */
async function showsTheSame(jpeg: Buffer, file: string | Buffer, side: PreviewSide): Promise<boolean> {
  try {
    const [small, large] = await Promise.all([
      sharp(jpeg, options).metadata(),
      sharp(file, options).metadata(),
    ]);
    const shape = small.width / small.height / (large.width / large.height);
    const sameColours = !large.icc || small.icc?.equals(large.icc) === true;
    return Math.max(small.width, small.height) >= side && Math.abs(shape - 1) < 0.01 && sameColours;
  } catch {
    return false;
  }
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
