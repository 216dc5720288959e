import { ascii, concat } from '../core/bytes/bytes';
import { encodeUtf8 } from '../core/bytes/text';
import { ByteWriter } from '../core/bytes/writer';
import { layTree, type Row } from '../core/tiff/layout';

/** What a camera would put into a raw file: a mosaic of 16-bit samples and a JPEG to look at. */
export interface RawPicture {
  readonly jpeg: Uint8Array;
  readonly jpegSize: { readonly width: number; readonly height: number };
  readonly mosaic: { readonly width: number; readonly height: number; readonly samples: Uint8Array };
  readonly make: string;
  readonly model: string;
  /** "YYYY:MM:DD HH:MM:SS" */
  readonly taken: string;
  /** With DNGVersion (Adobe DNG 1.4) or as a maker's own format without it. */
  readonly dng: boolean;
}

const format = { order: 'little', big: false } as const;
const TAG_SUB_IFDS = 330;
const TAG_EXIF = 34665;

export function rawPicture(picture: RawPicture): Uint8Array {
  const { jpeg, mosaic } = picture;
  const jpegAt = 8;
  const mosaicAt = even(jpegAt + jpeg.length);
  const ifdsAt = even(mosaicAt + mosaic.samples.length);
  const subs = [
    { tag: TAG_SUB_IFDS, rows: mosaicRows(picture, mosaicAt), next: 0 },
    { tag: TAG_EXIF, rows: [text(0x9003, picture.taken), text(0xa434, 'K 35mm')], next: 0 },
  ];
  return concat([
    new ByteWriter('little').bytes(ascii('II')).u16(42).u32(ifdsAt).done(),
    jpeg,
    new Uint8Array(mosaicAt - jpegAt - jpeg.length),
    mosaic.samples,
    new Uint8Array(ifdsAt - mosaicAt - mosaic.samples.length),
    layTree(previewRows(picture, jpegAt), 0, subs, ifdsAt, format),
  ]);
}

function previewRows({ jpeg, jpegSize, make, model, dng }: RawPicture, jpegAt: number): Row[] {
  const own = dng
    ? [
        bytes(50706, [1, 4, 0, 0]),
        bytes(50707, [1, 1, 0, 0]),
        text(50708, `${make} ${model}`),
        srationals(50721, [10000, 0, 0, 0, 10000, 0, 0, 0, 10000]),
        rationals(50728, [1, 1, 1]),
        short(50778, 21),
      ]
    : [];
  return [
    long(254, 1),
    long(256, jpegSize.width),
    long(257, jpegSize.height),
    shorts(258, [8, 8, 8]),
    short(259, 7),
    short(262, 6),
    text(271, make),
    text(272, model),
    long(273, jpegAt),
    short(274, 1),
    short(277, 3),
    long(278, jpegSize.height),
    long(279, jpeg.length),
    ...own,
  ];
}

function mosaicRows({ mosaic }: RawPicture, at: number): Row[] {
  return [
    long(254, 0),
    long(256, mosaic.width),
    long(257, mosaic.height),
    short(258, 16),
    short(259, 1),
    short(262, 32803),
    long(273, at),
    short(277, 1),
    long(278, mosaic.height),
    long(279, mosaic.samples.length),
    shorts(33421, [2, 2]),
    bytes(33422, [0, 1, 1, 2]),
  ];
}

const even = (length: number) => length + (length % 2);
const long = (tag: number, value: number): Row => made(tag, 4, 1, (out) => out.u32(value));
const short = (tag: number, value: number): Row => shorts(tag, [value]);
const shorts = (tag: number, values: readonly number[]): Row =>
  made(tag, 3, values.length, (out) => values.reduce((one, value) => one.u16(value), out));
const bytes = (tag: number, values: readonly number[]): Row => ({
  tag,
  type: 1,
  count: values.length,
  value: Uint8Array.from(values),
});
const rationals = (tag: number, values: readonly number[]): Row =>
  made(tag, 5, values.length, (out) => values.reduce((one, value) => one.u32(value).u32(1), out));
const srationals = (tag: number, values: readonly number[]): Row =>
  made(tag, 10, values.length, (out) => values.reduce((one, value) => one.u32(value).u32(10000), out));

function text(tag: number, value: string): Row {
  const stored = encodeUtf8(`${value}\0`);
  return { tag, type: 2, count: stored.length, value: stored };
}

function made(tag: number, type: number, count: number, write: (out: ByteWriter) => ByteWriter): Row {
  return { tag, type, count, value: write(new ByteWriter('little')).done() };
}
