import { ascii, indexOfBytes, startsWith } from '../../bytes/bytes';
import type { Range } from '../../bytes/range';
import { assertInside, type ByteSource } from '../../bytes/source';
import { FormatError, problem } from '../../problems/problem';
import {
  type ContainerCodec,
  carriesNothing,
  type Kind,
  nothingIsWritten,
  type ReadResult,
} from '../container';
import { readStructure } from '../jpeg/structure';
import { OTHER_RAW_EXTENSIONS } from '../tiff/rawNames';

interface OtherRaw {
  readonly size: number;
}

/** Exif is looked for in the first and in the last octets of a file. */
const LOOKED_THROUGH = 96 * 1024;
/** Octets that a TIFF structure without a stated length may have. */
const MOST_TIFF = 64 * 1024;
const EXIF = ascii('Exif\0\0');
/** Head of a TIFF structure whose first directory follows at once (TIFF 6.0, 2). */
const TIFF_HEADS = [
  new Uint8Array([0x49, 0x49, 42, 0, 8, 0, 0, 0]),
  new Uint8Array([0x4d, 0x4d, 0, 42, 0, 0, 0, 8]),
];
const JPEG_HEAD = new Uint8Array([0xff, 0xd8, 0xff]);
const JPEG_END = new Uint8Array([0xff, 0xd9]);
const STEP = 1024 * 1024;
const MOST_CANDIDATES = 64;

const kind: Kind = {
  id: 'raw',
  mediaType: 'image/x-raw',
  name: 'camera raw of other structures',
  standard: 'unpublished; embedded JPEG and TIFF structures are found by their heads',
  carries: { ...carriesNothing, exif: 'read' },
  places: { exif: 'of an embedded JPEG, or a TIFF structure' },
};

/** Raw files whose structure is not known: what is embedded in them is found by its head. Never written. */
export const otherRaw: ContainerCodec<OtherRaw> = {
  extensions: OTHER_RAW_EXTENSIONS,
  maxBytes: {},
  kinds: [kind],
  kind: () => kind,
  sniff: (head, name) =>
    head.length > 0 && OTHER_RAW_EXTENSIONS.some((one) => name.toLowerCase().endsWith(`.${one}`)),
  read: readOtherRaw,
  planEdits: nothingIsWritten,
  /** The whole file: nothing tells the picture from what is beside it. */
  pictureRanges: async ({ size }) => [{ start: 0, end: size }],
  pixelSize: () => undefined,
  preview: (_, source) => largestJpegIn(source),
};

async function readOtherRaw(source: ByteSource): Promise<ReadResult<OtherRaw>> {
  const { size } = source;
  const first = await source.read(0, Math.min(LOOKED_THROUGH, size));
  const last = size > LOOKED_THROUGH ? await source.read(size - LOOKED_THROUGH, LOOKED_THROUGH) : undefined;
  const exif = exifIn(first) ?? (last && exifIn(last));
  return {
    structure: { size },
    blocks: exif ? { exif } : {},
    problems: exif ? [] : [problem('metadata-not-read', 'raw', { severity: 'info' })],
    unreadable: [],
  };
}

/** Exif of the first JPEG, else the first TIFF structure. */
function exifIn(bytes: Uint8Array): Uint8Array | undefined {
  for (let at = indexOfBytes(bytes, EXIF); at !== -1; at = indexOfBytes(bytes, EXIF, at + 1)) {
    // Marker and length of APP1 come before it (Exif 2.32, 4.7.2).
    if (at < 4 || bytes[at - 4] !== 0xff || bytes[at - 3] !== 0xe1) continue;
    const length = bytes[at - 2]! * 256 + bytes[at - 1]!;
    return bytes.slice(at + EXIF.length, at - 2 + length);
  }
  for (const head of TIFF_HEADS) {
    const at = indexOfBytes(bytes, head);
    if (at !== -1) return bytes.slice(at, at + MOST_TIFF);
  }
  return undefined;
}

/** Finds the JPEG with most pixels in a file. Thumbnails inside a JPEG are not candidates. */
async function largestJpegIn(source: ByteSource): Promise<Range | undefined> {
  let largest: { readonly range: Range; readonly pixels: number } | undefined;
  let at = await find(source, JPEG_HEAD, 0);
  for (let tried = 0; at !== -1 && tried < MOST_CANDIDATES; tried++) {
    const jpeg = await jpegAt(source, at);
    if (jpeg && jpeg.pixels > (largest?.pixels ?? 0)) largest = jpeg;
    at = await find(source, JPEG_HEAD, jpeg?.range.end ?? at + JPEG_HEAD.length);
  }
  return largest?.range;
}

async function jpegAt(source: ByteSource, start: number) {
  const size = source.size - start;
  const part: ByteSource = {
    size,
    read(at, length) {
      assertInside(at, length, size);
      return source.read(start + at, length);
    },
  };
  try {
    const { structure } = await readStructure(part);
    const end = await find(source, JPEG_END, start + structure.scanAt);
    if (!structure.pixels || end === -1) return undefined;
    const { width, height } = structure.pixels;
    return { range: { start, end: end + JPEG_END.length }, pixels: width * height };
  } catch (error) {
    if (error instanceof FormatError) return undefined;
    throw error;
  }
}

/** Where octets are found from a place on, or -1; read step by step. */
async function find(source: ByteSource, wanted: Uint8Array, from: number): Promise<number> {
  for (let at = from; at + wanted.length <= source.size; at += STEP) {
    const bytes = await source.read(at, Math.min(STEP + wanted.length - 1, source.size - at));
    const index = startsWith(bytes, wanted) ? 0 : indexOfBytes(bytes, wanted);
    if (index !== -1) return at + index;
  }
  return -1;
}
