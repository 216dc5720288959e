import { ascii, concat, startsWith } from '../../bytes/bytes';
import { limits } from '../../bytes/limits';
import type { ByteSource } from '../../bytes/source';
import { ByteWriter } from '../../bytes/writer';
import { FormatError, type Problem, problem } from '../../problems/problem';
import { entry } from '../../tiff/ifd';
import { layTree, type Row } from '../../tiff/layout';
import type { BlockKind } from '../container';
import { type ReadIfd, TIFF_TAG, type TiffStructure } from './structure';

/** IFD0 entries that describe the picture's storage or point elsewhere: no metadata of Exif. */
const STORAGE = new Set<number>([
  ...[254, 255, 256, 257, 258, 259, 262, 263, 264, 265, 266, 273, 277, 278, 279, 280, 281, 284, 288, 289],
  ...[290, 291, 292, 293, 297, 317, 320, 322, 323, 324, 325, 330, 332, 334, 336, 337, 338, 339, 340, 341],
  ...[342, 343, 347, 512, 513, 514, 515, 517, 518, 519, 520, 521, 529, 530, 531, 532, 700, 33723, 34377],
  ...[34665, 34675, 34853],
]);
const MAKER_NOTE = 37500;
const INTEROPERABILITY = 40965;

interface Block {
  readonly exif: Uint8Array;
  readonly blocks: { readonly [K in BlockKind]?: Uint8Array };
  readonly problems: readonly Problem[];
}

/** The metadata of a TIFF file as blocks: Exif put together from the directories, the others as stored. */
export async function tiffBlocks(structure: TiffStructure, source: ByteSource): Promise<Block> {
  const blocks: { -readonly [K in BlockKind]?: Uint8Array } = {};
  const problems: Problem[] = [];
  const [xmp, iim, photoshop] = await Promise.all(
    [TIFF_TAG.xmp, TIFF_TAG.iim, TIFF_TAG.photoshop].map((tag) => blockOf(structure.ifd0, tag, source)),
  );
  if (xmp) blocks.xmp = xmp;
  if (photoshop) blocks.photoshop = photoshop;
  if (iim) blocks.iim = bareIim(iim, entry(structure.ifd0, TIFF_TAG.iim)!.type, problems);
  return { blocks, exif: exifOf(structure), problems };
}

async function blockOf(ifd: ReadIfd, tag: number, source: ByteSource): Promise<Uint8Array | undefined> {
  const one = entry(ifd, tag);
  if (!one || one.byteLength === 0) return undefined;
  const read = ifd.values.get(tag);
  if (read) return read;
  if (one.valueAt + one.byteLength > source.size) return undefined;
  if (one.byteLength > limits.blockBytes)
    throw new FormatError('limit-exceeded', `tag ${tag}`, { found: `${one.byteLength} bytes` });
  return source.read(one.valueAt, one.byteLength);
}

/**
 * Tag 33723 as LONG is filled up to whole numbers; some writers swapped its octets with the file's byte
 * order (common practice): recognised by the tag marker 1C, which is then the fourth.
 */
function bareIim(bytes: Uint8Array, type: number, problems: Problem[]): Uint8Array {
  if (type !== 4 || bytes[0] === 0x1c || bytes[3] !== 0x1c) return bytes;
  problems.push(problem('structure-broken', 'IIM', { found: 'swapped octets', severity: 'info' }));
  const swapped = bytes.slice();
  for (let at = 0; at + 4 <= swapped.length; at += 4) swapped.subarray(at, at + 4).reverse();
  return swapped;
}

/** A classic TIFF structure with the metadata entries of IFD0, Exif and GPS. */
function exifOf({ format, ifd0, exifIfd, gpsIfd }: TiffStructure): Uint8Array {
  const first = rows(ifd0, (tag) => !STORAGE.has(tag));
  return composeExif(format.order, {
    IFD0: first,
    Exif: exifIfd ? rows(exifIfd, (tag) => tag !== MAKER_NOTE && tag !== INTEROPERABILITY) : [],
    GPS: gpsIfd ? rows(gpsIfd, () => true) : [],
  });
}

function rows(ifd: ReadIfd, wanted: (tag: number) => boolean): Row[] {
  return ifd.entries.flatMap((one): Row[] => {
    const value = ifd.values.get(one.tag);
    return value && (one.type <= 13 || one.type === 129) && wanted(one.tag)
      ? [{ tag: one.tag, type: one.type, count: one.count, value }]
      : [];
  });
}

/** An Exif block of its own of rows that were in a TIFF's directories. */
export function composeExif(
  order: TiffStructure['format']['order'],
  ifds: { IFD0: readonly Row[]; Exif: readonly Row[]; GPS: readonly Row[] },
): Uint8Array {
  const format = { order, big: false };
  const subs = [
    { tag: TIFF_TAG.exifIfd, rows: ifds.Exif, next: 0 },
    { tag: TIFF_TAG.gpsIfd, rows: ifds.GPS, next: 0 },
  ];
  const head = new ByteWriter(order)
    .bytes(ascii(order === 'little' ? 'II' : 'MM'))
    .u16(42)
    .u32(8)
    .done();
  return concat([head, layTree(ifds.IFD0, 0, subs, head.length, format)]);
}

/** Whether bytes begin with SOI and another marker. */
export function isJpeg(bytes: Uint8Array): boolean {
  return startsWith(bytes, new Uint8Array([0xff, 0xd8, 0xff]));
}
