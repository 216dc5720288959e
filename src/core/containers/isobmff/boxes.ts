import { ascii, concat, equalBytes, hex, startsWith } from '../../bytes/bytes';
import { limits } from '../../bytes/limits';
import type { Range } from '../../bytes/range';
import { type ByteSource, windowed } from '../../bytes/source';
import { ByteView } from '../../bytes/view';
import { ByteWriter } from '../../bytes/writer';
import { FormatError } from '../../problems/problem';

/** A box of the ISO base media file format (ISO/IEC 14496-12, 4.2). */
export interface Box extends Range {
  /** Four characters; of a `uuid` box its 16 octets in hexadecimal. */
  readonly type: string;
  /** Offset of its header in the file; `start` and `end` are those of its content. */
  readonly at: number;
  /** 0 at the top of the file. */
  readonly depth: number;
  /** It states no size, and goes on to the end of what holds it (4.2.2). */
  readonly isEndless?: true;
}

/** Boxes that hold boxes and nothing before them, of every file of this family (ISO/IEC 14496-12, table 1). */
const PLAIN_CONTAINERS: readonly string[] = ['moov', 'trak', 'mdia', 'minf', 'stbl'];
const MAX_DEPTH = 8;
const WINDOW_BYTES = 16 * 1024;
const HEADER_BYTES = 32;

/**
 * The boxes of a file in its order, each before those inside it. `containers`: further types whose content is
 * boxes. What was found before the structure broke comes with the error as `problem`.
 */
export async function walkBoxes(
  file: ByteSource,
  containers: readonly string[] = [],
): Promise<{ boxes: readonly Box[]; problem: FormatError['problem'] | undefined }> {
  const boxes: Box[] = [];
  const holdsBoxes = new Set([...PLAIN_CONTAINERS, ...containers]);
  const source = windowed(file, WINDOW_BYTES);
  const walk = async (from: number, to: number, depth: number): Promise<void> => {
    for (let at = from; at + 8 <= to; ) {
      if (boxes.length >= limits.containerParts)
        throw new FormatError('limit-exceeded', 'boxes', { offset: at });
      const box = await readBox(source, at, to, depth);
      boxes.push(box);
      if (holdsBoxes.has(box.type) && depth < MAX_DEPTH)
        await walk(box.start + (await versionBytes(source, box)), box.end, depth + 1);
      at = box.end;
    }
  };
  try {
    await walk(0, file.size, 0);
    return { boxes, problem: undefined };
  } catch (error) {
    if (!(error instanceof FormatError) || boxes.length === 0) throw error;
    return { boxes, problem: error.problem };
  }
}

/** Of `meta`, version and flags come before its boxes (8.11.1), but not in QuickTime (common practice). */
async function versionBytes(source: ByteSource, { type, start, end }: Box): Promise<number> {
  if (type !== 'meta' || end - start < 8) return 0;
  return equalBytes(await source.read(start + 4, 4), ascii('hdlr')) ? 0 : 4;
}

/** Size 0: to the end of what holds it; size 1: 64 bits behind the type (4.2.2). */
async function readBox(source: ByteSource, at: number, to: number, depth: number): Promise<Box> {
  const head = new ByteView(await source.read(at, Math.min(HEADER_BYTES, to - at)), 'big', 'box');
  const stated = head.u32(0);
  const size = stated === 0 ? to - at : stated === 1 ? head.u64(8) : stated;
  const start = at + (stated === 1 ? 16 : 8);
  const end = at + size;
  if (end > to || end < start)
    throw new FormatError('structure-broken', 'box', { offset: at, found: `${size} bytes` });
  const type = String.fromCharCode(...head.slice(4, 4));
  const found: Box = { type, at, depth, start, end, ...(stated === 0 ? { isEndless: true } : {}) };
  if (type !== 'uuid' || end - start < 16) return found;
  return { ...found, type: hex(await source.read(start, 16)), start: start + 16 };
}

/** Returns whether `of` contains `one`. */
export const isIn = (one: Box, of: Box): boolean => one.at >= of.start && one.end <= of.end;

/** The content of a box, bounded (limits.blockBytes). */
export function boxContent(source: ByteSource, { type, start, end }: Box): Promise<Uint8Array> {
  if (end - start > limits.blockBytes) throw new FormatError('limit-exceeded', type, { offset: start });
  return source.read(start, end - start);
}

/** The `uuid` box of signed provenance (C2PA 2.1, A.5). */
export const PROVENANCE = 'd8fec3d61b0e483c92975828877ec481';

/** Its content: version, flags, a purpose that ends with NUL, 64 bits for fragments, then the manifest store (C2PA 2.1, A.5). */
export async function provenanceIn(source: ByteSource, signed: Box | undefined): Promise<Range[]> {
  if (!signed) return [];
  const head = await source.read(signed.start, Math.min(64, signed.end - signed.start));
  const nul = head.indexOf(0, 4);
  const start = signed.start + nul + 1 + 8;
  return nul === -1 || start >= signed.end ? [] : [{ start, end: signed.end }];
}

/** Size and type of a box; a size beyond 32 bits follows the type (4.2.2). */
export function boxHead(type: string, contentBytes: number): Uint8Array {
  const out = new ByteWriter('big', 16);
  const isLarge = contentBytes + 8 > 0xffff_ffff;
  out.u32(isLarge ? 1 : contentBytes + 8).bytes(ascii(type));
  return (isLarge ? out.u64(contentBytes + 16) : out).done();
}

export const box = (type: string, content: Uint8Array): Uint8Array =>
  concat([boxHead(type, content.length), content]);

const EXIF_MARK = ascii('Exif\0\0');

/**
 * The TIFF structure in Exif of this family: four octets state how far behind them it begins; some writers put "Exif\\0\\0" there
 * (ISO/IEC 23008-12, A.2.1; common practice).
 */
export function tiffOf(data: Uint8Array): Uint8Array {
  const skip = data.length >= 4 ? new ByteView(data, 'big', 'Exif').u32(0) : 0;
  const rest = data.subarray(Math.min(data.length, 4 + skip));
  return startsWith(rest, EXIF_MARK) ? rest.subarray(EXIF_MARK.length) : rest;
}
