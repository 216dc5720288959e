import { limits } from '../bytes/limits';
import { type ByteOrder, ByteView } from '../bytes/view';
import { FormatError, type Problem, problem } from '../problems/problem';

/**
 * Image file directories of TIFF 6.0 (section 2) and of BigTIFF (common practice, after its published
 * proposal: version 43, eight-octet offsets and counts). Offsets count from the TIFF header.
 */
export interface TiffFormat {
  readonly order: ByteOrder;
  readonly big: boolean;
}
/** Octets of a directory's parts. */
export const sizes = (big: boolean) =>
  big
    ? ({ header: 16, count: 8, entry: 20, field: 8, next: 8 } as const)
    : ({ header: 8, count: 2, entry: 12, field: 4, next: 4 } as const);

export interface IfdEntry {
  readonly tag: number;
  readonly type: number;
  /** Values, not bytes. */
  readonly count: number;
  /** Where the value's bytes are: inside the entry when they fit into four bytes. */
  readonly valueAt: number;
  readonly byteLength: number;
  /** The octets of the entry's value field as stored: four, in BigTIFF eight. */
  readonly field: Uint8Array;
}

export interface Ifd {
  readonly offset: number;
  readonly entries: readonly IfdEntry[];
  /** Offset of the next directory, 0 for none. */
  readonly next: number;
}

/** Bytes a value of each field type takes (TIFF 6.0, section 2; 129 is UTF-8 of Exif 3.0). */
export const typeBytes: Readonly<Record<number, number>> = {
  1: 1,
  2: 1,
  3: 2,
  4: 4,
  5: 8,
  6: 1,
  7: 1,
  8: 2,
  9: 4,
  10: 8,
  11: 4,
  12: 8,
  13: 4,
  16: 8,
  17: 8,
  18: 8,
  129: 1,
};

export interface TiffHeader {
  readonly order: ByteOrder;
  readonly firstIfd: number;
}

/** Byte order and offset of the first directory (TIFF 6.0, 2). Throws `tiff-header`. */
export function readHeader(bytes: Uint8Array): TiffHeader {
  if (bytes.length < 8) throw new FormatError('tiff-header', 'TIFF', { offset: 0, expected: '8 bytes' });
  const order: ByteOrder | undefined =
    bytes[0] === 0x49 && bytes[1] === 0x49
      ? 'little'
      : bytes[0] === 0x4d && bytes[1] === 0x4d
        ? 'big'
        : undefined;
  if (!order) throw new FormatError('tiff-header', 'TIFF', { offset: 0, expected: 'II or MM' });
  const view = new ByteView(bytes, order, 'TIFF');
  if (view.u16(2) !== 42) throw new FormatError('tiff-header', 'TIFF', { offset: 2, expected: '42' });
  return { order, firstIfd: view.u32(4) };
}

/** Reads one directory. Entries whose value lies outside the bytes are kept, and reported. */
export function readIfd(view: ByteView, offset: number, part: string): { ifd: Ifd; problems: Problem[] } {
  if (!view.has(offset, 2)) throw new FormatError('ifd-cut', part, { offset });
  const count = checkedCount(view.u16(offset), part, offset);
  if (!view.has(offset + 2, count * 12)) throw new FormatError('ifd-cut', part, { offset });
  const problems: Problem[] = [];
  const entries: IfdEntry[] = [];
  for (let i = 0; i < count; i++) {
    const at = offset + 2 + i * 12;
    const entry = readEntry(view, at, at, false);
    if (!view.has(entry.valueAt, entry.byteLength))
      problems.push(problem('out-of-bounds', `${part} tag ${entry.tag}`, { offset: entry.valueAt }));
    entries.push(entry);
  }
  const nextAt = offset + 2 + count * 12;
  const cut = !view.has(nextAt, 4);
  if (cut) problems.push(problem('ifd-cut', part, { offset: nextAt }));
  return { ifd: { offset, entries, next: cut ? 0 : view.u32(nextAt) }, problems };
}

/** A count of entries as far as any sound file has it; throws `limit-exceeded`. */
export function checkedCount(count: number, part: string, offset: number): number {
  if (count > limits.ifdEntries)
    throw new FormatError('limit-exceeded', part, {
      offset,
      expected: `at most ${limits.ifdEntries} entries`,
    });
  return count;
}

/** The entry at `at` of the view; `fileAt` is the same place counted from the TIFF header. */
export function readEntry(view: ByteView, at: number, fileAt: number, big: boolean): IfdEntry {
  const { field } = sizes(big);
  const type = view.u16(at + 2);
  const count = big ? view.u64(at + 4) : view.u32(at + 4);
  const fieldAt = big ? 12 : 8;
  const width = typeBytes[type];
  const byteLength = width === undefined ? field : count * width;
  const inline = byteLength <= field;
  const pointer = () => (big ? view.u64(at + fieldAt) : view.u32(at + fieldAt));
  return {
    tag: view.u16(at),
    type,
    count,
    byteLength,
    valueAt: inline ? fileAt + fieldAt : pointer(),
    field: view.slice(at + fieldAt, field),
  };
}

/** The first entry of a tag. */
export function entry(ifd: Ifd | undefined, tag: number): IfdEntry | undefined {
  return ifd?.entries.find((one) => one.tag === tag);
}

/** The bytes of a value, or undefined where they lie outside. */
export function valueBytes(view: ByteView, one: IfdEntry): Uint8Array | undefined {
  return view.has(one.valueAt, one.byteLength) ? view.slice(one.valueAt, one.byteLength) : undefined;
}
