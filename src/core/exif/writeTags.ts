import { ascii, concat, equalBytes } from '../bytes/bytes';
import type { Range } from '../bytes/range';
import { encodeUtf8 } from '../bytes/text';
import { type ByteOrder, ByteView } from '../bytes/view';
import { ByteWriter } from '../bytes/writer';
import { deadSpans, refuseUseOfHeader, valueSpans } from '../tiff/dead';
import { entry, type Ifd, type IfdEntry, sizes, typeBytes, valueBytes } from '../tiff/ifd';
import { layTree, type Row } from '../tiff/layout';
import { decodeExif, type ExifModel, TAG } from './exif';

/*
 * Changes tags by appending: a new IFD0, and the Exif or GPS directory where their tags change, are laid
 * behind the present bytes and the header's pointer is switched. No other byte moves, so MakerNotes and
 * everything else keep their offset from the TIFF header.
 *
 * The appended area starts with an eight-byte mark (MARK, length of the area). A later change finds the
 * mark before its IFD0 and lays the area again instead of growing, where nothing else points into it.
 */
export const MARK = ascii('FABR');
export const MARK_BYTES = 8;

const { header: HEADER } = sizes(false);

/** A tag's new value: TIFF type, count of values, and their octets in the block's byte order. */
export interface TagChange {
  readonly type: number;
  readonly count: number;
  readonly bytes: Uint8Array;
}
export type WrittenIfd = 'IFD0' | 'Exif' | 'GPS';
export type TagChanges = { readonly [K in WrittenIfd]?: ReadonlyMap<number, TagChange | undefined> };

const POINTERS = { Exif: TAG.exifIfd, GPS: TAG.gpsIfd } as const;
const SUB_IFDS = ['Exif', 'GPS'] as const;

/** A text as UTF-8, type 2, NUL-terminated. */
export function textTag(text: string): TagChange {
  const bytes = concat([encodeUtf8(text), new Uint8Array(1)]);
  return { type: 2, count: bytes.length, bytes };
}

/**
 * New Exif bytes with tags set, or removed by undefined; their former values are overwritten with zeros
 * where they were. The model's own bytes where nothing changes, unless they are to be laid again.
 */
export function writeTags(model: ExifModel, changes: TagChanges, anew = false): Uint8Array {
  const ifd0 = model.ifds.IFD0;
  const real = onlyReal(model, changes);
  if (!ifd0 || (Object.keys(real).length === 0 && !anew)) return model.bytes;
  const stay = Object.entries(model.ifds).filter(([name]) => name !== 'IFD0' && !real[name as WrittenIfd]);
  refuseUseOfHeader(
    stay.map(([, ifd]) => ifd),
    [],
    HEADER,
    'Exif',
  );
  const base = ownAreaStart(model, ifd0) ?? model.bytes.length;
  const areaAt = base + (base % 2);
  const area = layArea(model, real, base, areaAt);
  const out = concat([model.bytes.subarray(0, base), new Uint8Array(areaAt - base), area]);
  for (const { start, end } of formerValues(model, real, base)) out.fill(0, start, end);
  new DataView(out.buffer).setUint32(4, areaAt + MARK_BYTES, model.order === 'little');
  return out;
}

/** Where the values of changed tags were, unless something else uses these bytes. */
function formerValues({ ifds, bytes }: ExifModel, changes: TagChanges, base: number): Range[] {
  const changed = (name: string) => new Set(changes[name as WrittenIfd]?.keys() ?? []);
  const former = Object.entries(ifds).flatMap(([name, ifd]) =>
    ifd.entries.filter((one) => changed(name).has(one.tag)),
  );
  const thumbnail = [TAG.thumbnailOffset, TAG.thumbnailLength].map((tag) => entry(ifds.IFD1, tag)?.field);
  const live = Object.entries(ifds).flatMap(([name, ifd]) => [
    ...valueSpans(ifd, changed(name)),
    ...(name === 'IFD0' || changes[name as WrittenIfd] ? [] : [directorySpan(ifd)]),
  ]);
  const [from, length] = thumbnail.map(
    (field) => field && new ByteView(field, orderOf(bytes), 'Exif').u32(0),
  );
  if (from !== undefined && length !== undefined) live.push({ start: from, end: from + length });
  return deadSpans(former, live, base);
}

function directorySpan({ offset, entries }: Ifd): Range {
  const { count, entry: octets, next } = sizes(false);
  return { start: offset, end: offset + count + entries.length * octets + next };
}

function orderOf(bytes: Uint8Array): ByteOrder {
  return bytes[0] === 0x4d ? 'big' : 'little';
}

function onlyReal(model: ExifModel, changes: TagChanges): TagChanges {
  const view = new ByteView(model.bytes, model.order, 'Exif');
  const differs = (ifd: WrittenIfd, tag: number, change: TagChange | undefined) => {
    const held = model.ifds[ifd]?.entries.find((one) => one.tag === tag);
    if (!held || !change) return Boolean(held) !== Boolean(change);
    const bytes = valueBytes(view, held);
    return held.type !== change.type || !bytes || !equalBytes(bytes, change.bytes);
  };
  return Object.fromEntries(
    (Object.entries(changes) as [WrittenIfd, ReadonlyMap<number, TagChange | undefined>][])
      .map(([ifd, tags]) => [ifd, new Map([...tags].filter(([tag, change]) => differs(ifd, tag, change)))])
      .filter(([, tags]) => (tags as Map<number, unknown>).size > 0),
  );
}

/** The entries with changes made, and values that are brought along from where they will not be any more. */
export function changedRows(
  entries: readonly IfdEntry[],
  changes: ReadonlyMap<number, TagChange | undefined>,
  bring: (one: IfdEntry) => Uint8Array | undefined,
): Row[] {
  const kept = entries
    .filter((one) => !changes.has(one.tag))
    .map((one): Row => {
      const value = bring(one);
      return {
        tag: one.tag,
        type: one.type,
        count: one.count,
        ...(value ? { value } : { field: one.field }),
      };
    });
  const made = [...changes].flatMap(([tag, change]): Row[] =>
    change ? [{ tag, type: change.type, count: change.count, value: change.bytes }] : [],
  );
  return [...kept, ...made];
}

/** Mark, IFD0, then the sub-directories that are laid again. */
function layArea(model: ExifModel, changes: TagChanges, base: number, areaAt: number): Uint8Array {
  const format = { order: model.order, big: false };
  const view = new ByteView(model.bytes, model.order, 'Exif');
  const bring = (one: IfdEntry) =>
    one.byteLength > 4 && (one.valueAt >= base || one.valueAt < HEADER) ? valueBytes(view, one) : undefined;
  const rowsOf = (ifd: WrittenIfd) =>
    changedRows(model.ifds[ifd]?.entries ?? [], changes[ifd] ?? new Map(), bring);
  const anew = SUB_IFDS.filter((name) => changes[name] || (model.ifds[name]?.offset ?? 0) >= base);
  const subs = anew.map((name) => ({
    tag: POINTERS[name],
    rows: rowsOf(name),
    next: model.ifds[name]?.next ?? 0,
  }));
  const own = new Map<number, TagChange | undefined>([
    ...(changes.IFD0 ?? new Map()),
    ...subs.map(({ tag }) => [tag, undefined] as const),
  ]);
  const { entries, next } = model.ifds.IFD0!;
  const tree = layTree(changedRows(entries, own, bring), next, subs, areaAt + MARK_BYTES, format);
  return markedArea(tree, model.order);
}

/** Fabrica's mark in front of what it appended. */
export function markedArea(tree: Uint8Array, order: ByteOrder): Uint8Array {
  return new ByteWriter(order)
    .bytes(MARK)
    .u32(MARK_BYTES + tree.length)
    .bytes(tree)
    .done();
}

/** Where our own appended area starts, when the present IFD0 heads it and nothing else points into it. */
function ownAreaStart(model: ExifModel, ifd0: Ifd): number | undefined {
  const start = ifd0.offset - MARK_BYTES;
  if (start < HEADER) return undefined;
  const view = new ByteView(model.bytes, model.order, 'Exif');
  if (!equalBytes(view.slice(start, 4), MARK) || start + view.u32(start + 4) !== model.bytes.length)
    return undefined;
  const { problems } = decodeExif(model.bytes);
  if (problems.length > 0) return undefined;
  const others = Object.entries(model.ifds).filter(
    ([name]) => name !== 'IFD0' && name !== 'Exif' && name !== 'GPS',
  );
  const reaches = others.some(
    ([, ifd]) => ifd.offset >= start || ifd.entries.some((one) => pointsInto(one, start)),
  );
  return reaches || ifd0.next >= start ? undefined : start;
}

function pointsInto(one: IfdEntry, start: number): boolean {
  return typeBytes[one.type] !== undefined && one.byteLength > 4 && one.valueAt + one.byteLength > start;
}
