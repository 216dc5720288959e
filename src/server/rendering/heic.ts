import { readFile } from 'node:fs/promises';
import { ascii, concat } from '../../core/bytes/bytes';
import { deflate } from '../../core/bytes/inflate';
import { pngChunk } from '../../core/containers/png/textChunk';
import { FormatError } from '../../core/problems/problem';
import sharp from './decoder';

const MAX_PIXELS = 100_000_000;
/** Signature and IHDR, behind which a profile belongs (PNG, 5.6). */
const PNG_HEAD = 33;

/** What this module uses of libheif-js, which has no types. */
interface HeifImage {
  get_width(): number;
  get_height(): number;
  is_primary(): boolean;
  display(into: Frame, done: (made: Frame | null) => void): void;
  free(): void;
}
interface Frame {
  readonly data: Uint8ClampedArray;
  readonly width: number;
  readonly height: number;
}

/**
 * Decodes a HEVC picture to an upright PNG in its own colours: libvips is built without that decoder, libheif in WebAssembly
 * has it. Throws `picture-unreadable`, and `limit-exceeded` beyond 100 million pixels.
 */
export async function heicAsPng(
  input: string | Uint8Array,
  profile: Uint8Array | undefined,
): Promise<Buffer> {
  const { width, height, data } = await decoded(typeof input === 'string' ? await readFile(input) : input);
  const frame = sharp(data, { raw: { width, height, channels: 4 } });
  const png = await (isOpaque(data) ? frame.removeAlpha() : frame).png({ compressionLevel: 1 }).toBuffer();
  if (!profile) return png;
  // A name and a method in front of the profile (PNG, 11.3.2.3).
  const chunk = pngChunk('iCCP', concat([ascii('icc\0\0'), deflate(profile)]));
  return Buffer.concat([png.subarray(0, PNG_HEAD), chunk, png.subarray(PNG_HEAD)]);
}

function isOpaque(data: Uint8ClampedArray): boolean {
  for (let at = 3; at < data.length; at += 4) if (data[at] !== 255) return false;
  return true;
}

async function decoded(file: Uint8Array): Promise<Frame> {
  // 1.5 MB of WebAssembly that other formats do not need.
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
