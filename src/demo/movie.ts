import { ascii, concat } from '../core/bytes/bytes';
import { ByteWriter } from '../core/bytes/writer';

/** A box of the ISO base media file format (ISO/IEC 14496-12, 4.2). */
export const box = (type: string, ...parts: readonly Uint8Array[]): Uint8Array => {
  const content = concat(parts);
  return new ByteWriter('big')
    .u32(content.length + 8)
    .bytes(ascii(type))
    .bytes(content)
    .done();
};
export const zeros = (count: number): Uint8Array => new Uint8Array(count);
export const u32 = (...values: readonly number[]): Uint8Array =>
  values.reduce((out, value) => out.u32(value), new ByteWriter('big', values.length * 4)).done();
/** A box with version and flags of zero. */
export const full = (type: string, ...parts: readonly Uint8Array[]): Uint8Array =>
  box(type, zeros(4), ...parts);

export interface Movie {
  readonly width: number;
  readonly height: number;
  /** Pictures of the track, as JPEG. */
  readonly frames: readonly Uint8Array[];
  readonly framesPerSecond: number;
  readonly brand: string;
  /** Boxes at the end of `moov`, and behind the media data. */
  readonly inside?: readonly Uint8Array[];
  readonly behind?: readonly Uint8Array[];
}

const MATRIX = u32(0x10000, 0, 0, 0, 0x10000, 0, 0, 0, 0x40000000);
const SCALE = 1000;

/** A movie of one track whose frames are JPEG pictures, one chunk of media data behind `moov` (8.2 to 8.7). */
export function movieFile(movie: Movie): Uint8Array {
  const { brand, frames, behind = [] } = movie;
  const type = box('ftyp', ascii(brand), u32(0), ascii(brand));
  const dataAt = type.length + movieBox(movie, 0).length + 8;
  return concat([type, movieBox(movie, dataAt), box('mdat', ...frames), ...behind]);
}

function movieBox(
  { width, height, frames, framesPerSecond, inside = [] }: Movie,
  dataAt: number,
): Uint8Array {
  const step = Math.round(SCALE / framesPerSecond);
  const duration = step * frames.length;
  const entry = box(
    'jpeg',
    zeros(6),
    new Uint8Array([0, 1]),
    zeros(16),
    u32((width << 16) | height, 0x480000, 0x480000, 0),
    new Uint8Array([0, 1]),
    zeros(32),
    new Uint8Array([0, 24, 0xff, 0xff]),
  );
  const table = box(
    'stbl',
    full('stsd', u32(1), entry),
    full('stts', u32(1, frames.length, step)),
    full('stsc', u32(1, 1, frames.length, 1)),
    full('stsz', u32(0, frames.length, ...frames.map((one) => one.length))),
    full('stco', u32(1, dataAt)),
  );
  const information = box(
    'minf',
    full('vmhd', zeros(8)),
    box('dinf', full('dref', u32(1), box('url ', u32(1)))),
    table,
  );
  const media = box(
    'mdia',
    full('mdhd', u32(0, 0, SCALE, duration), zeros(4)),
    full('hdlr', zeros(4), ascii('vide'), zeros(13)),
    information,
  );
  const track = box(
    'trak',
    box('tkhd', u32(3, 0, 0, 1, 0, duration), zeros(16), MATRIX, u32(width << 16, height << 16)),
    media,
  );
  const head = full('mvhd', u32(0, 0, SCALE, duration, 0x10000), zeros(12), MATRIX, zeros(24), u32(2));
  return box('moov', head, track, ...inside);
}

/** User data with an item list: texts, and a cover as JPEG (common practice). */
export function itemList(texts: Readonly<Record<string, Uint8Array>>, cover?: Uint8Array): Uint8Array {
  const TEXT = 1;
  const JPEG = 13;
  const item = (type: string, kind: number, value: Uint8Array) => box(type, box('data', u32(kind, 0), value));
  const items = Object.entries(texts).map(([type, value]) => item(type, TEXT, value));
  const handler = full('hdlr', zeros(4), ascii('mdir'), zeros(13));
  return box(
    'udta',
    full('meta', handler, box('ilst', ...items, ...(cover ? [item('covr', JPEG, cover)] : []))),
  );
}
