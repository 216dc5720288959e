import { copyFileSync, existsSync, mkdirSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import sharp from 'sharp';

const WIDTH = 6000;
const HEIGHT = 4000;

/** A picture of 24 megapixels with grain, so that its file has the size of a camera's. */
async function picture() {
  const grain = Buffer.alloc((WIDTH / 2) * (HEIGHT / 2) * 3);
  let state = 1;
  for (let i = 0; i < grain.length; i++) {
    state = (state * 1103515245 + 12345) >>> 0;
    grain[i] = 96 + ((state >>> 20) & 63) + (((i >> 10) & 15) << 1);
  }
  return sharp(grain, { raw: { width: WIDTH / 2, height: HEIGHT / 2, channels: 3 } }).resize(WIDTH, HEIGHT);
}

const exif = {
  IFD0: { Make: 'Tindra', Model: 'Tindra K2' },
  IFD2: { DateTimeOriginal: '2026:05:14 07:12:40' },
};

/** The originals of each set: a JPEG, a TIFF, and a raw file with a sidecar. */
export async function originals(folder, rawPicture) {
  mkdirSync(folder, { recursive: true });
  const at = (name) => path.join(folder, name);
  if (!existsSync(at('raw.nef'))) {
    const base = await picture();
    await base.clone().jpeg({ quality: 84 }).withExif(exif).toFile(at('jpeg.jpg'));
    await base.clone().resize(3000, 2000).tiff({ compression: 'none' }).withExif(exif).toFile(at('tiff.tif'));
    const preview = await base.clone().resize(1500, 1000).jpeg().toBuffer();
    const samples = Buffer.alloc(3000 * 2000 * 2, 7);
    const raw = rawPicture({
      jpeg: preview,
      jpegSize: { width: 1500, height: 1000 },
      mosaic: { width: 3000, height: 2000, samples },
      make: 'Tindra',
      model: 'K2',
      taken: '2026:05:14 07:12:40',
      dng: false,
    });
    writeFileSync(at('raw.nef'), raw);
  }
  return { jpeg: at('jpeg.jpg'), tiff: at('tiff.tif'), raw: at('raw.nef') };
}

/** A HEIC and a movie whose media data nobody has to read. */
export function others(folder, { heicPicture, movieFile }) {
  mkdirSync(folder, { recursive: true });
  const at = (name) => path.join(folder, name);
  writeFileSync(at('heic.heic'), Buffer.from(heicPicture, 'base64'));
  const frames = Array.from({ length: 30 }, () => new Uint8Array(30_000).fill(7));
  writeFileSync(
    at('movie.mp4'),
    movieFile({ width: 1920, height: 1080, frames, framesPerSecond: 25, brand: 'isom' }),
  );
  return { heic: at('heic.heic'), movie: at('movie.mp4') };
}

/** N copies of a file in a folder of their own; returns their paths. */
export function copies(folder, original, count) {
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(folder, { recursive: true });
  const extension = path.extname(original);
  return Array.from({ length: count }, (_, i) => {
    const name = path.join(folder, `p${String(i).padStart(5, '0')}${extension}`);
    copyFileSync(original, name);
    return name;
  });
}

export function fresh(folder) {
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(folder, { recursive: true });
  return folder;
}

export const countIn = (folder) => readdirSync(folder).length;
