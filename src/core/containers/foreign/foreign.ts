import type { ByteSource } from '../../bytes/source';
import { problem } from '../../problems/problem';
import {
  type Carries,
  type ContainerCodec,
  type ContainerId,
  type Kind,
  nothingIsWritten,
  type ReadResult,
} from '../container';
import { hasBrand } from '../isobmff/brands';
import { OTHER_RAW_EXTENSIONS } from '../tiff/rawNames';

/*
 * Formats that are known by their signature and not opened yet: what is in them is neither read nor
 * changed, and their words go into a sidecar, as for camera raw.
 */
interface Foreign {
  readonly id: ContainerId;
  readonly mediaType: string;
  readonly name: string;
  readonly standard: string;
  readonly extensions: readonly string[];
  /** By the first 64 bytes, or by the extension where the format has no signature that is known. */
  readonly is: (head: Uint8Array, extension: string) => boolean;
  readonly pixels?: (head: DataView) => { width: number; height: number };
}

const MOVIE_BRANDS = ['isom', 'iso2', 'iso4', 'iso5', 'iso6', 'mp41', 'mp42', 'avc1', 'M4V ', 'qt  ', 'dash'];

const formats: readonly Foreign[] = [
  {
    id: 'movie',
    mediaType: 'video/mp4',
    name: 'MP4, MOV',
    standard: 'ISO/IEC 14496-12, 4.3',
    extensions: ['mp4', 'm4v', 'mov'],
    is: hasBrand(...MOVIE_BRANDS),
  },
  {
    id: 'raw',
    mediaType: 'image/x-raw',
    name: 'camera raw of other structures',
    standard: 'unpublished',
    extensions: OTHER_RAW_EXTENSIONS,
    is: (head, extension) => head.length > 0 && OTHER_RAW_EXTENSIONS.some((one) => one === extension),
  },
];

interface ForeignFile {
  readonly format: Foreign;
  readonly size: number;
  readonly pixels: { readonly width: number; readonly height: number } | undefined;
}

const carriesNothing: Carries = {
  exif: 'none',
  xmp: 'none',
  xmpExtended: 'none',
  photoshop: 'none',
  iim: 'none',
};

function kindOf({ id, mediaType, name, standard }: Foreign): Kind {
  return { id, mediaType, name, standard, carries: carriesNothing, places: {} };
}

const HEAD_BYTES = 64;
/** Octets of a head that holds the pixel size. */
const SIZED_HEAD = 26;

export const foreign: ContainerCodec<ForeignFile> = {
  extensions: formats.flatMap((one) => one.extensions),
  maxBytes: {},
  kinds: formats.map(kindOf),
  kind: ({ format }) => kindOf(format),
  sniff: (head, name) => formatOf(head, name) !== undefined,
  read: readForeign,
  planEdits: nothingIsWritten,
  /** The whole file: nothing tells the picture from what is beside it. */
  pictureRanges: async ({ size }) => [{ start: 0, end: size }],
  pixelSize: ({ pixels }) => pixels,
};

const formatOf = (head: Uint8Array, name: string) =>
  formats.find((one) => one.is(head, name.slice(name.lastIndexOf('.') + 1).toLowerCase()));

async function readForeign(source: ByteSource, name: string): Promise<ReadResult<ForeignFile>> {
  const head = await source.read(0, Math.min(HEAD_BYTES, source.size));
  const format = formatOf(head, name)!;
  const view = new DataView(head.buffer, head.byteOffset, head.byteLength);
  const pixels = head.length >= SIZED_HEAD ? format.pixels?.(view) : undefined;
  const sound = pixels && pixels.width > 0 && pixels.height > 0;
  return {
    structure: { format, size: source.size, pixels: sound ? pixels : undefined },
    blocks: {},
    problems: [problem('metadata-not-read', format.id, { severity: 'info' })],
    unreadable: [],
  };
}
