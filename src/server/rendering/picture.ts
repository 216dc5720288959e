import { open, readFile } from 'node:fs/promises';
import type { ContainerId } from '../../core/containers/container';
import { isJpeg } from '../../core/containers/tiff/blocks';
import type { Pixels } from '../../core/deliver/copySize';
import { isRawName } from '../../core/naming/shots';
import { FormatError } from '../../core/problems/problem';
import type { PhotoFile } from '../files/readPhotoFile';
import { sourceOf, withFile } from '../files/source';
import sharp, { type Sharp, withChecked } from './decoder';
import { decodedAsPng, hasOtherDecoder } from './otherDecoders';

const MAX_PIXELS = 300_000_000;
/** Of one rendering. */
const MAX_SECONDS = 300;
const options = { limitInputPixels: MAX_PIXELS, failOn: 'error', sequentialRead: true } as const;
const TURNS: Readonly<Record<number, number>> = { 3: 180, 6: 90, 8: 270 };

/** A picture that copies are rendered from. */
export interface SourcePicture {
  /** Decodes it upright; every call reads it again. */
  readonly open: () => Sharp;
  /** Upright. */
  readonly pixels: Pixels;
  readonly wasTurned: boolean;
  /** It is the camera's own rendering, taken out of a raw file. */
  readonly isCameras: boolean;
  /** Bits of a channel as stored. */
  readonly bits: 8 | 16;
  /** It has a profile of RGB of its own, which can be kept. */
  readonly hasOwnProfile: boolean;
}

/** The largest JPEG inside a file; undefined where there is none. */
export async function embeddedJpeg(file: string, { container }: PhotoFile): Promise<Buffer | undefined> {
  return withFile(file, async (one, stat) => {
    const source = sourceOf(one, stat.size);
    const range = await container.preview(source);
    const bytes = range && (await source.read(range.start, range.end - range.start));
    return bytes && isJpeg(bytes) ? Buffer.from(bytes) : undefined;
  });
}

/** By libvips. */
const DECODED: readonly ContainerId[] = ['jpeg', 'tiff', 'png', 'webp', 'avif', 'gif'];

/** Whether pictures of this format are decoded here; of others only an embedded JPEG is. */
export const isDecodable = ({ id }: { readonly id: ContainerId }): boolean =>
  DECODED.includes(id) || hasOtherDecoder(id);

/** The file itself, or what libvips can decode in its place. */
export async function decodableInput<T extends string | Uint8Array>(
  input: T,
  { container }: Pick<PhotoFile, 'container'>,
): Promise<T | Buffer> {
  if (hasOtherDecoder(container.id)) return decodedAsPng(input, container);
  if (container.id !== 'avif') return input;
  if ((await brandOf(input)) !== 'avis') return input;
  // libvips opens no sequence by its brand; the primary picture of one is a still picture.
  const bytes = typeof input === 'string' ? await readFile(input) : Buffer.from(input);
  bytes.write('avif', BRAND_AT);
  return bytes;
}

async function brandOf(input: string | Uint8Array): Promise<string> {
  if (typeof input !== 'string')
    return Buffer.from(input.subarray(BRAND_AT, BRAND_AT + 4)).toString('latin1');
  const file = await open(input);
  try {
    const { buffer } = await file.read(Buffer.alloc(4), 0, 4, BRAND_AT);
    return buffer.toString('latin1');
  } finally {
    await file.close();
  }
}
/** Of the major brand in `ftyp` (ISO/IEC 14496-12, 4.3). */
const BRAND_AT = 8;

/** Degrees: an embedded JPEG without Orientation lies as the file around it does. */
export const turnOf = (orientation: number | undefined, { picture }: PhotoFile): number =>
  orientation === undefined ? (TURNS[picture.camera.orientation] ?? 0) : 0;

/** Opens a picture for rendering, as long as it is used. Throws `preview-missing` for a raw file that holds no rendering. */
export async function withSourcePicture<T>(
  file: string,
  read: PhotoFile,
  use: (picture: SourcePicture) => Promise<T>,
): Promise<T> {
  if (!isRawName(file) && !isDecodable(read.container)) throw new FormatError('picture-not-decoded', 'file');
  if (!isRawName(file))
    return withChecked(file, async (input) =>
      use(await sourcePicture(await decodableInput(input, read), read, false)),
    );
  const jpeg = await embeddedJpeg(file, read);
  if (jpeg === undefined) throw new FormatError('preview-missing', 'file');
  return use(await sourcePicture(jpeg, read, true));
}

async function sourcePicture(
  input: string | Buffer,
  read: PhotoFile,
  isCameras: boolean,
): Promise<SourcePicture> {
  const metadata = await sharp(input, options).metadata();
  const turn = isCameras ? turnOf(metadata.orientation, read) : 0;
  const { width, height } = metadata.autoOrient;
  const isAcross = turn === 90 || turn === 270;
  return {
    open: () => {
      const decoded = sharp(input, options).timeout({ seconds: MAX_SECONDS });
      return turn ? decoded.rotate(turn) : decoded.autoOrient();
    },
    pixels: isAcross ? { width: height, height: width } : { width, height },
    wasTurned: turn !== 0 || (metadata.orientation ?? 1) > 1,
    isCameras,
    bits: metadata.depth === 'ushort' ? 16 : 8,
    hasOwnProfile: metadata.icc !== undefined && metadata.space !== 'cmyk',
  };
}
