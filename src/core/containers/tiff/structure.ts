import { equalBytes } from '../../bytes/bytes';
import { limits } from '../../bytes/limits';
import { type ByteSource, windowed } from '../../bytes/source';
import { type ByteOrder, ByteView } from '../../bytes/view';
import { MARK, MARK_BYTES } from '../../exif/writeTags';
import { FormatError, type Problem, problem } from '../../problems/problem';
import { checkedCount, type Ifd, type IfdEntry, readEntry, sizes, type TiffFormat } from '../../tiff/ifd';
import { numbers } from './numbers';

/** Tags of TIFF 6.0 and of its supplements that the codec looks at. */
export const TIFF_TAG = {
  newSubfileType: 254,
  imageWidth: 256,
  imageLength: 257,
  bitsPerSample: 258,
  compression: 259,
  photometric: 262,
  stripOffsets: 273,
  stripByteCounts: 279,
  tileOffsets: 324,
  tileByteCounts: 325,
  subIfds: 330,
  jpegTables: 347,
  colorMap: 320,
  jpegOffset: 513,
  jpegLength: 514,
  xmp: 700,
  iim: 33723,
  photoshop: 34377,
  exifIfd: 34665,
  iccProfile: 34675,
  gpsIfd: 34853,
  dngVersion: 50706,
  /** The C2PA manifest store (C2PA 2.1, "Embedding manifests into TIFF"); c2pa-rs writes it into a directory of its own. */
  provenance: 52545,
} as const;

/** A directory with the values that its small entries hold, read from the file. */
export interface ReadIfd extends Ifd {
  /** Value octets by tag, for values of at most `limits.tiffValueBytes`. */
  readonly values: ReadonlyMap<number, Uint8Array>;
}

export interface TiffStructure {
  readonly format: TiffFormat;
  readonly size: number;
  /** Octets 2 and 3 of the header as a number: 42, 43, or the mark of a raw format. */
  readonly version: number;
  readonly ifd0: ReadIfd;
  readonly exifIfd?: ReadIfd;
  readonly gpsIfd?: ReadIfd;
  /** IFD0, the chain behind it, and the sub-directories of all of them. */
  readonly images: readonly ReadIfd[];
  /** Where a directory or value points outside the file. */
  readonly dangling?: Problem;
  /** Where the area that Fabrica appended starts, when it may be laid again. */
  readonly ownAreaAt?: number;
}

const WINDOW = 16 * 1024;

/** The directories of a TIFF or BigTIFF, in their order. Values stay where they are. */
export async function readTiff(file: ByteSource): Promise<{ structure: TiffStructure; problems: Problem[] }> {
  const source = windowed(file, WINDOW);
  const { format, version, firstIfd } = await readFileHeader(source);
  const problems: Problem[] = [];
  const seen = new Set<number>();
  const load = async (offset: number, part: string): Promise<ReadIfd> => {
    if (seen.has(offset)) throw new FormatError('ifd-cycle', part, { offset });
    if (seen.size >= limits.ifds) throw new FormatError('limit-exceeded', part, { found: 'directories' });
    seen.add(offset);
    return readDirectory(source, file, offset, format, part, problems);
  };
  const tryLoad = async (offset: number, part: string): Promise<ReadIfd | undefined> => {
    try {
      return await load(offset, part);
    } catch (error) {
      if (!(error instanceof FormatError)) throw error;
      problems.push(error.problem);
      return undefined;
    }
  };
  const ifd0 = await load(firstIfd, 'IFD0');
  const images = [ifd0];
  for (let next = ifd0.next; next !== 0; ) {
    const page = await tryLoad(next, `IFD${images.length}`);
    if (!page) break;
    images.push(page);
    next = page.next;
  }
  for (const page of [...images]) {
    for (const offset of numbers(page, TIFF_TAG.subIfds, format)) {
      const sub = await tryLoad(offset, 'SubIFD');
      if (sub) images.push(sub);
    }
  }
  const pointed = async (tag: number, part: string) => {
    const [offset] = numbers(ifd0, tag, format);
    return offset ? tryLoad(offset, part) : undefined;
  };
  const exifIfd = await pointed(TIFF_TAG.exifIfd, 'Exif');
  const gpsIfd = await pointed(TIFF_TAG.gpsIfd, 'GPS');
  const base = {
    format,
    version,
    size: file.size,
    ifd0,
    images,
    ...(exifIfd ? { exifIfd } : {}),
    ...(gpsIfd ? { gpsIfd } : {}),
    ...(problems[0] ? { dangling: problems[0] } : {}),
  };
  const ownAreaAt = await ownArea(source, base);
  return { structure: { ...base, ...(ownAreaAt === undefined ? {} : { ownAreaAt }) }, problems };
}

async function readFileHeader(
  source: ByteSource,
): Promise<{ format: TiffFormat; version: number; firstIfd: number }> {
  if (source.size < 8) throw new FormatError('file-cut', 'TIFF', { expected: '8 bytes' });
  const head = await source.read(0, Math.min(16, source.size));
  const order: ByteOrder = head[0] === 0x4d ? 'big' : 'little';
  const view = new ByteView(head, order, 'TIFF');
  const version = view.u16(2);
  const big = version === 43;
  if (big && view.u16(4) !== 8)
    throw new FormatError('tiff-header', 'TIFF', { offset: 4, expected: 'eight-octet offsets' });
  return { format: { order, big }, version, firstIfd: big ? view.u64(8) : view.u32(4) };
}

async function readDirectory(
  source: ByteSource,
  file: ByteSource,
  offset: number,
  { order, big }: TiffFormat,
  part: string,
  problems: Problem[],
): Promise<ReadIfd> {
  const size = sizes(big);
  if (offset + size.count > source.size) throw new FormatError('ifd-cut', part, { offset });
  const head = new ByteView(await source.read(offset, size.count), order, part);
  const count = checkedCount(big ? head.u64(0) : head.u16(0), part, offset);
  const length = count * size.entry;
  const start = offset + size.count;
  if (start + length > source.size) throw new FormatError('ifd-cut', part, { offset });
  const cut = start + length + size.next > source.size;
  if (cut) problems.push(problem('ifd-cut', part, { offset: start + length }));
  const view = new ByteView(await source.read(start, length + (cut ? 0 : size.next)), order, part);
  const entries: IfdEntry[] = [];
  const values = new Map<number, Uint8Array>();
  for (let i = 0; i < count; i++) {
    const one = readEntry(view, i * size.entry, start + i * size.entry, big);
    entries.push(one);
    if (one.byteLength <= one.field.length) values.set(one.tag, one.field.subarray(0, one.byteLength));
    else if (one.valueAt + one.byteLength > source.size)
      problems.push(problem('out-of-bounds', `${part} tag ${one.tag}`, { offset: one.valueAt }));
    else if (one.byteLength <= limits.tiffValueBytes && !isTable(one.tag))
      values.set(one.tag, await readValue(source, file, one));
  }
  const next = cut ? 0 : big ? view.u64(length) : view.u32(length);
  return { offset, entries, next, values };
}

/** Small values are mostly close together; larger ones are read by themselves. */
function readValue(source: ByteSource, file: ByteSource, one: IfdEntry): Promise<Uint8Array> {
  return (one.byteLength > 4096 ? file : source).read(one.valueAt, one.byteLength);
}

/** Tables of strips and tiles, and MakerNotes: long, and not needed for metadata. */
function isTable(tag: number): boolean {
  const { stripOffsets, stripByteCounts, tileOffsets, tileByteCounts } = TIFF_TAG;
  return [stripOffsets, stripByteCounts, tileOffsets, tileByteCounts, 37500].includes(tag);
}

/**
 * Fabrica marks what it appends (see exif/writeTags). The area may be laid again when it ends the file and
 * IFD0 heads it; the directories and values inside are then taken along.
 */
async function ownArea(
  source: ByteSource,
  { ifd0, exifIfd, gpsIfd, images, size, format }: Omit<TiffStructure, 'ownAreaAt'>,
): Promise<number | undefined> {
  const start = ifd0.offset - MARK_BYTES;
  if (start < sizes(format.big).header) return undefined;
  const head = await source.read(start, MARK_BYTES);
  const view = new ByteView(head, format.order, 'TIFF');
  if (!equalBytes(view.slice(0, 4), MARK) || start + view.u32(4) !== size) return undefined;
  const inside = (one: Ifd) =>
    one.offset >= start || one.entries.some((e) => e.byteLength > e.field.length && e.valueAt >= start);
  const reaches = images.some((one) => one !== ifd0 && inside(one)) || ifd0.next >= start;
  const lost = [ifd0, exifIfd, gpsIfd].some((ifd) =>
    ifd?.entries.some(
      (one) => one.byteLength > one.field.length && one.valueAt >= start && !ifd.values.has(one.tag),
    ),
  );
  return reaches || lost ? undefined : start;
}
