import { type ByteOrder, ByteView } from '../bytes/view';
import { composeExif } from '../containers/tiff/blocks';
import { decodeExif, type ExifModel, exifNumber, type IfdName, TAG } from '../exif/exif';
import { attempt } from '../problems/problem';
import { typeBytes, valueBytes } from '../tiff/ifd';
import type { Row } from '../tiff/layout';
import type { Pixels } from './copySize';
import { exifTagGoes, type Removals } from './removal';

const COMPRESSED_BITS = 0x9102;
const PIXEL_X = 0xa002;
const PIXEL_Y = 0xa003;
const COLOUR_SPACE = { tag: 0xa001, srgb: 1, other: 0xffff } as const;
const X_RESOLUTION = 0x011a;
const Y_RESOLUTION = 0x011b;
const RESOLUTION_UNIT = 0x0128;
const SUB_IFDS = 0x014a;

/** Tags that describe how the other file stores its pixels, or point into it (TIFF 6.0; Exif 3.0, 4.6.4). */
const ofTheFile: ReadonlySet<number> = new Set([
  ...[0x00fe, 0x00ff, 0x0100, 0x0101, 0x0102, 0x0103, 0x0106, 0x0111, 0x0112, 0x0115, 0x0116, 0x0117, 0x011c],
  ...[X_RESOLUTION, Y_RESOLUTION, RESOLUTION_UNIT, SUB_IFDS, 0x013d, 0x0142, 0x0143, 0x0144, 0x0145, 0x0152],
  ...[0x0153, 0x0201, 0x0202, 0x0211, 0x0212, 0x0213, 0x0214, 0x02bc, 0x83bb, 0x8649, 0x8769, 0x8773, 0x8825],
  ...[TAG.makerNote, TAG.interoperabilityIfd, COMPRESSED_BITS, PIXEL_X, PIXEL_Y, COLOUR_SPACE.tag],
]);
/** Tags whose value is the place of another directory. */
const pointers: ReadonlySet<number> = new Set([TAG.exifIfd, TAG.gpsIfd, TAG.interoperabilityIfd, SUB_IFDS]);
/** Private tags of programs and of DNG begin here; those of Exif end below (from memory). */
const PRIVATE_FROM = 0xc000;

/** What a rendered copy says of its own pixels. */
export interface CopyFacts extends Pixels {
  readonly isSrgb: boolean;
  /** Pixels per inch; 0 says nothing. */
  readonly perInch: number;
}

/**
 * Exif of a rendered copy: what the picture's own block says of camera, exposure and words, without what describes the
 * other file's storage, and without what is to be removed. It lies upright. `own` is the block of the encoder's, which
 * knows the new file's storage. Maker notes stay behind: their offsets would point nowhere.
 */
export function freshExif(
  source: Uint8Array | undefined,
  own: Uint8Array | undefined,
  facts: CopyFacts,
  removes: Removals,
): Uint8Array | undefined {
  const read = source && attempt(() => decodeExif(source).model);
  const model = read && 'value' in read ? read.value : undefined;
  const kept = own && decodeExif(own).model;
  const order = kept?.order ?? model?.order ?? 'little';
  const rows = (name: IfdName) => (model ? rowsOf(model, name, removes, order) : []);
  if (!model && !kept && facts.perInch === 0) return undefined;
  const encoders = kept ? rowsAsStored(kept, 'IFD0').filter((row) => !pointers.has(row.tag)) : [];
  const number = rowMaker(order);
  const resolution =
    facts.perInch > 0
      ? [
          number.ratio(X_RESOLUTION, facts.perInch),
          number.ratio(Y_RESOLUTION, facts.perInch),
          number.short(RESOLUTION_UNIT, 2),
        ]
      : [];
  const exif = model
    ? [
        number.long(PIXEL_X, facts.width),
        number.long(PIXEL_Y, facts.height),
        number.short(COLOUR_SPACE.tag, facts.isSrgb ? COLOUR_SPACE.srgb : COLOUR_SPACE.other),
      ]
    : [];
  return composeExif(order, {
    IFD0: lastOfEach([...rows('IFD0'), ...encoders, ...resolution, number.short(TAG.orientation, 1)]),
    Exif: lastOfEach([...rows('Exif'), ...exif]),
    GPS: rows('GPS'),
  });
}

/**
 * The block of the picture itself without what is to be removed, written again so that no byte of it is left; the
 * block as it is where nothing of it goes.
 */
export function exifWithout(source: Uint8Array, removes: Removals): Uint8Array {
  const read = attempt(() => decodeExif(source).model);
  if (removes.size === 0 || !('value' in read)) return source;
  const { order, ifds } = read.value;
  const goes = (Object.keys(ifds) as IfdName[]).some((name) =>
    ifds[name]!.entries.some((one) => exifTagGoes(removes, name, one.tag)),
  );
  if (!goes) return source;
  const rows = (name: IfdName) =>
    rowsAsStored(read.value, name).filter(
      ({ tag }) => !exifTagGoes(removes, name, tag) && tag !== TAG.makerNote && !pointers.has(tag),
    );
  return composeExif(order, { IFD0: rows('IFD0'), Exif: rows('Exif'), GPS: rows('GPS') });
}

/** A block that says how the picture is to be turned; undefined where it lies upright. */
export function orientationOnly(source: Uint8Array | undefined): Uint8Array | undefined {
  const read = source && attempt(() => decodeExif(source).model);
  if (!read || !('value' in read)) return undefined;
  const orientation = exifNumber(read.value, 'IFD0', TAG.orientation) ?? 1;
  if (orientation === 1) return undefined;
  const row = rowMaker(read.value.order).short(TAG.orientation, orientation);
  return composeExif(read.value.order, { IFD0: [row], Exif: [], GPS: [] });
}

function rowsOf(model: ExifModel, name: IfdName, removes: Removals, order: ByteOrder): Row[] {
  return rowsAsStored(model, name)
    .filter(
      ({ tag }) =>
        !(name !== 'GPS' && (ofTheFile.has(tag) || tag >= PRIVATE_FROM)) && !exifTagGoes(removes, name, tag),
    )
    .map((row) => (model.order === order ? row : { ...row, value: swapped(row.type, row.value!) }));
}

function rowsAsStored(model: ExifModel, name: IfdName): Row[] {
  const view = new ByteView(model.bytes, model.order, name);
  return (model.ifds[name]?.entries ?? []).flatMap(({ tag, type, count, ...one }): Row[] => {
    const value = valueBytes(view, { tag, type, count, ...one });
    return value ? [{ tag, type, count, value: value.slice() }] : [];
  });
}

const lastOfEach = (rows: readonly Row[]): Row[] => [...new Map(rows.map((row) => [row.tag, row])).values()];

/** Octets of numbers in the other byte order; of a RATIONAL each half by itself. */
function swapped(type: number, value: Uint8Array): Uint8Array {
  const octets = type === 5 || type === 10 ? 4 : (typeBytes[type] ?? 1);
  const turned = value.slice();
  if (octets > 1)
    for (let at = 0; at + octets <= turned.length; at += octets) turned.subarray(at, at + octets).reverse();
  return turned;
}

function rowMaker(order: ByteOrder) {
  const made = (octets: number, write: (view: DataView, little: boolean) => void) => {
    const value = new Uint8Array(octets);
    write(new DataView(value.buffer), order === 'little');
    return value;
  };
  return {
    short: (tag: number, of: number): Row => ({
      tag,
      type: 3,
      count: 1,
      value: made(2, (view, little) => view.setUint16(0, of, little)),
    }),
    long: (tag: number, of: number): Row => ({
      tag,
      type: 4,
      count: 1,
      value: made(4, (view, little) => view.setUint32(0, of, little)),
    }),
    ratio: (tag: number, of: number): Row => ({
      tag,
      type: 5,
      count: 1,
      value: made(8, (view, little) => {
        view.setUint32(0, of, little);
        view.setUint32(4, 1, little);
      }),
    }),
  };
}
