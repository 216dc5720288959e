import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import path from 'node:path';
import { ascii, concat } from '../../core/bytes/bytes';
import { deflate } from '../../core/bytes/inflate';
import type { ContainerId } from '../../core/containers/container';
import { pngChunk } from '../../core/containers/png/textChunk';
import type { OpenedContainer } from '../../core/containers/registry';
import { FormatError } from '../../core/problems/problem';
import sharp from './decoder';

const MAX_PIXELS = 100_000_000;
/** Signature and IHDR, behind which a profile belongs (PNG, 5.6). */
const PNG_HEAD = 33;

/** Samples of a decoded picture: red, green, blue and alpha, upright. */
interface Frame {
  readonly data: Uint8ClampedArray;
  readonly width: number;
  readonly height: number;
}

/**
 * Decoders of formats that libvips is built without. `keepsColours`: the samples are in the colours of the file's own profile;
 * otherwise they are in sRGB.
 */
const decoders: Readonly<
  Partial<
    Record<
      ContainerId,
      { readonly decode: (file: Uint8Array) => Promise<Frame>; readonly keepsColours: boolean }
    >
  >
> = {
  heic: { decode: decodeHeic, keepsColours: true },
  jxl: { decode: decodeJxl, keepsColours: false },
  psd: { decode: decodePsd, keepsColours: true },
};

export const hasOtherDecoder = (id: ContainerId): boolean => Object.hasOwn(decoders, id);

/**
 * Decodes a picture to an upright PNG in its own colours. Throws `picture-unreadable`, and `limit-exceeded` beyond 100
 * million pixels.
 */
export async function decodedAsPng(
  input: string | Uint8Array,
  { id, pixels, icc }: Pick<OpenedContainer, 'id' | 'pixels' | 'icc'>,
): Promise<Buffer> {
  const { decode, keepsColours } = decoders[id]!;
  if (pixels && pixels.width * pixels.height > MAX_PIXELS) throw new FormatError('limit-exceeded', id);
  const file = typeof input === 'string' ? await readFile(input) : input;
  const { width, height, data } = await decode(file);
  const frame = sharp(data, { raw: { width, height, channels: 4 } });
  const png = await (isOpaque(data) ? frame.removeAlpha() : frame).png({ compressionLevel: 1 }).toBuffer();
  const profile = keepsColours ? icc() : undefined;
  if (!profile) return png;
  // A name and a method in front of the profile (PNG, 11.3.2.3).
  const chunk = pngChunk('iCCP', concat([ascii('icc\0\0'), deflate(profile)]));
  return Buffer.concat([png.subarray(0, PNG_HEAD), chunk, png.subarray(PNG_HEAD)]);
}

function isOpaque(data: Uint8ClampedArray): boolean {
  for (let at = 3; at < data.length; at += 4) if (data[at] !== 255) return false;
  return true;
}

/** What this module uses of libheif-js, which has no types. */
interface HeifImage {
  get_width(): number;
  get_height(): number;
  is_primary(): boolean;
  display(into: Frame, done: (made: Frame | null) => void): void;
  free(): void;
}

/** HEVC, by libheif in WebAssembly. */
async function decodeHeic(file: Uint8Array): Promise<Frame> {
  // 1.5 MB that other formats do not need.
  const { default: libheif } = await import('libheif-js/wasm-bundle.js');
  const images: HeifImage[] = new libheif.HeifDecoder().decode(file);
  try {
    const image = images.find((one) => one.is_primary()) ?? images[0];
    if (!image) throw new FormatError('picture-unreadable', 'HEIC');
    const [width, height] = [image.get_width(), image.get_height()];
    if (width * height > MAX_PIXELS) throw new FormatError('limit-exceeded', 'HEIC');
    const frame = { width, height, data: new Uint8ClampedArray(width * height * 4) };
    return await new Promise((resolve, reject) => {
      image.display(frame, (made) =>
        made ? resolve(made) : reject(new FormatError('picture-unreadable', 'HEIC')),
      );
    });
  } finally {
    for (const one of images) one.free();
  }
}

let jxlModule: Promise<(file: Uint8Array) => Promise<Frame>> | undefined;

/** JPEG XL, by libjxl in WebAssembly. */
async function decodeJxl(file: Uint8Array): Promise<Frame> {
  jxlModule ??= loadJxl();
  const decode = await jxlModule;
  return decode(file).catch(() => {
    throw new FormatError('picture-unreadable', 'JPEG XL');
  });
}

async function loadJxl() {
  const { default: decode, init } = await import('@jsquash/jxl/decode.js');
  const find = createRequire(path.join(process.env.FABRICA_ROOT ?? process.cwd(), 'package.json'));
  await init(await WebAssembly.compile(await readFile(find.resolve('@jsquash/jxl/codec/dec/jxl_dec.wasm'))));
  // It makes one of the browser's objects of what it decoded.
  Object.assign(globalThis, { ImageData: globalThis.ImageData ?? DecodedFrame });
  return (bytes: Uint8Array) => decode(bytes.slice().buffer);
}

class DecodedFrame implements Frame {
  readonly data: Uint8ClampedArray;
  readonly width: number;
  readonly height: number;
  constructor(data: Uint8ClampedArray, width: number, height: number) {
    this.data = data;
    this.width = width;
    this.height = height;
  }
}

/** The flat picture of a layered one, by ag-psd. Throws `picture-unreadable` for colour models that it does not convert. */
async function decodePsd(file: Uint8Array): Promise<Frame> {
  const { readPsd, initializeCanvas } = await import('ag-psd');
  const createFrame = (width: number, height: number) =>
    new DecodedFrame(new Uint8ClampedArray(width * height * 4), width, height);
  // Layers would be drawn on a canvas; they are not read.
  initializeCanvas(noCanvas, createFrame as never);
  try {
    const { imageData } = readPsd(file, FLAT_ONLY);
    if (imageData?.data instanceof Uint8ClampedArray) return imageData as Frame;
  } catch {
    // As below.
  }
  throw new FormatError('picture-unreadable', 'PSD');
}

const FLAT_ONLY = {
  useImageData: true,
  skipLayerImageData: true,
  skipThumbnail: true,
  skipLinkedFilesData: true,
} as const;

function noCanvas(): never {
  throw new Error('There is no canvas here.');
}
