import { concat } from '../bytes/bytes';
import { ByteWriter } from '../bytes/writer';
import { sizes, type TiffFormat } from './ifd';

/** An entry to be laid: with its value, or with the value field as it was stored. */
export interface Row {
  readonly tag: number;
  readonly type: number;
  readonly count: number;
  readonly value?: Uint8Array;
  readonly field?: Uint8Array;
}

/** Octets of a directory with the values that do not fit into their entries. */
export function directorySize(rows: readonly Row[], format: TiffFormat): number {
  const { count, entry, field, next } = sizes(format.big);
  const values = rows.reduce(
    (sum, { value }) => sum + (value && value.length > field ? padded(value) : 0),
    0,
  );
  return even(count + rows.length * entry + next) + values;
}

/**
 * A directory laid at `at` (octets from the TIFF header), entries in ascending order, its values behind it
 * on even places (TIFF 6.0, section 2).
 */
export function layDirectory(
  rows: readonly Row[],
  nextIfd: number,
  at: number,
  format: TiffFormat,
): Uint8Array {
  const { count, entry, field, next } = sizes(format.big);
  const directory = new ByteWriter(format.order);
  const values = new ByteWriter(format.order);
  const valuesAt = at + even(count + rows.length * entry + next);
  const number = (value: number) => (format.big ? directory.u64(value) : directory.u32(value));
  if (format.big) directory.u64(rows.length);
  else directory.u16(rows.length);
  for (const row of [...rows].sort((a, b) => a.tag - b.tag)) {
    directory.u16(row.tag).u16(row.type);
    number(row.count);
    if (!row.value) directory.bytes(row.field ?? new Uint8Array(field));
    else if (row.value.length <= field) directory.bytes(row.value).zeros(field - row.value.length);
    else {
      number(valuesAt + values.length);
      values.bytes(row.value).zeros(padded(row.value) - row.value.length);
    }
  }
  number(nextIfd);
  directory.zeros(even(directory.length) - directory.length);
  return directory.bytes(values.done()).done();
}

/** A directory that an entry of the first one points at. */
export interface SubDirectory {
  readonly tag: number;
  readonly rows: readonly Row[];
  readonly next: number;
}

/** A directory at `at`, with its sub-directories laid behind it and pointed at; empty ones are left out. */
export function layTree(
  rows: readonly Row[],
  next: number,
  subDirectories: readonly SubDirectory[],
  at: number,
  format: TiffFormat,
): Uint8Array<ArrayBuffer> {
  const subs = subDirectories.filter((sub) => sub.rows.length > 0);
  const withPointers = (offsets: readonly number[]) => [
    ...rows,
    ...subs.map(({ tag }, i) => pointerRow(tag, offsets[i] ?? 0, format)),
  ];
  let end = at + directorySize(withPointers([]), format);
  const offsets = subs.map((sub) => {
    const start = end;
    end += directorySize(sub.rows, format);
    return start;
  });
  return concat([
    layDirectory(withPointers(offsets), next, at, format),
    ...subs.map((sub, i) => layDirectory(sub.rows, sub.next, offsets[i]!, format)),
  ]);
}

/** A row that points at another directory. */
function pointerRow(tag: number, offset: number, format: TiffFormat): Row {
  const value = new ByteWriter(format.order);
  return format.big
    ? { tag, type: 18, count: 1, value: value.u64(offset).done() }
    : { tag, type: 4, count: 1, value: value.u32(offset).done() };
}

function padded(value: Uint8Array): number {
  return even(value.length);
}

function even(length: number): number {
  return length + (length % 2);
}
