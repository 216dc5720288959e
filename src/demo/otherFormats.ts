import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import path from 'node:path';
import type { Sharp } from 'sharp';
import { ascii } from '../core/bytes/bytes';
import { heicPicture } from './heicPicture';
import { itemList, movieFile } from './movie';

/** Formats that a photographer meets beside those of the card. */
export type OtherFormat = keyof typeof encoders;

const FRAMES = 12;
/** The picture moves to the left by so many pixels a frame. */
const STEP = 16;

const encoders = {
  avif: async (pixels: Sharp) => pixels.avif({ effort: 2 }).toBuffer(),
  gif: async (pixels: Sharp) => pixels.gif({ effort: 3 }).toBuffer(),
  // No encoder for HEVC is free to ship: a picture that libheif made of a drawn scene.
  heic: async () => Buffer.from(heicPicture, 'base64'),
  jxl: encodeJxl,
  psd: encodePsd,
  movie: encodeMovie,
  svg: async () => ascii(svg),
  pdf: async () => ascii(pdf),
  eps: async () => ascii(eps),
};

/** The drawn pixels as a file of a format. */
export const inOtherFormat = (format: OtherFormat, pixels: Sharp): Promise<Uint8Array> =>
  encoders[format](pixels);

async function rgba(pixels: Sharp) {
  const { data, info } = await pixels.ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  return { data: new Uint8ClampedArray(data), width: info.width, height: info.height };
}

async function encodeJxl(pixels: Sharp): Promise<Uint8Array> {
  const { default: encode, init } = await import('@jsquash/jxl/encode.js');
  const folder = path.dirname(createRequire(import.meta.url).resolve('@jsquash/jxl/package.json'));
  await init(await WebAssembly.compile(await readFile(path.join(folder, 'codec/enc/jxl_enc.wasm'))));
  const made = await encode({ ...(await rgba(pixels)), colorSpace: 'srgb' } as ImageData, { effort: 3 });
  return new Uint8Array(made);
}

/** Two layers: the picture, and a darker sky over its upper half. */
async function encodePsd(pixels: Sharp): Promise<Uint8Array> {
  const { writePsdUint8Array } = await import('ag-psd');
  const picture = await rgba(pixels);
  const { width, height } = picture;
  const sky = new Uint8ClampedArray(width * (height >> 1) * 4);
  for (let at = 3; at < sky.length; at += 4) sky[at] = 60;
  return writePsdUint8Array({
    width,
    height,
    imageData: picture,
    children: [
      { name: 'Scene', imageData: picture },
      { name: 'Darker sky', imageData: { data: sky, width, height: height >> 1 } },
    ],
  });
}

async function encodeMovie(pixels: Sharp): Promise<Uint8Array> {
  const { data, info } = await pixels.resize(960, 540).raw().toBuffer({ resolveWithObject: true });
  const { default: sharp } = await import('sharp');
  const { width, height, channels } = info;
  const frame = (n: number) =>
    sharp(data, { raw: { width, height, channels } })
      .extract({ left: n * STEP, top: 0, width: width - FRAMES * STEP, height })
      .jpeg({ quality: 80 })
      .toBuffer();
  const frames: Uint8Array[] = [];
  for (let n = 0; n < FRAMES; n++) frames.push(await frame(n));
  return movieFile({
    width: width - FRAMES * STEP,
    height,
    frames,
    framesPerSecond: 4,
    brand: 'mp42',
    inside: [itemList({}, frames[0])],
  });
}

const svg = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 60 40"><path d="M5 30h50l-6 8H11zM30 28V4l18 22z"/></svg>\n`;
const eps = `%!PS-Adobe-3.0 EPSF-3.0
%%BoundingBox: 0 0 60 40
newpath 5 10 moveto 55 10 lineto 49 2 lineto 11 2 lineto closepath fill
showpage
%%EOF
`;
const pdf = `%PDF-1.4
1 0 obj<</Type/Catalog/Pages 2 0 R>>endobj
2 0 obj<</Type/Pages/Kids[3 0 R]/Count 1>>endobj
3 0 obj<</Type/Page/Parent 2 0 R/MediaBox[0 0 60 40]>>endobj
trailer<</Root 1 0 R>>
%%EOF
`;
