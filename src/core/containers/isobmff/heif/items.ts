import { ascii, concat } from '../../../bytes/bytes';
import type { Range } from '../../../bytes/range';
import { ByteView } from '../../../bytes/view';
import { ByteWriter } from '../../../bytes/writer';
import { FormatError } from '../../../problems/problem';
import { box } from '../boxes';

/** A box inside `meta`, in memory (ISO/IEC 14496-12, 4.2): its whole bytes, and its content. */
export interface InnerBox {
  readonly type: string;
  readonly bytes: Uint8Array;
  readonly content: Uint8Array;
}

/** An item of a picture file (ISO/IEC 14496-12, 8.11): a coded picture, or metadata about one. */
export interface Item {
  readonly id: number;
  readonly type: string;
  /** Of type "mime". */
  readonly contentType: string;
  /** The whole `infe` box. */
  readonly entry: Uint8Array;
  /** Where its data is: in the file, in the `idat` box of `meta`, or in other items (construction methods 0, 1 and 2). */
  readonly place: Place;
  readonly extents: readonly Extent[];
  /** Metadata about the picture itself; what is about another item, as a gain map, has no role. */
  readonly role?: 'exif' | 'xmp' | undefined;
}

const places = ['file', 'idat', 'item'] as const;
export type Place = (typeof places)[number];
export interface Extent extends Range {
  /** Of data in other items: which of those that the item refers to, from 1. */
  readonly index?: number;
}
export type Location = Pick<Item, 'place' | 'extents'>;

export interface Reference {
  readonly type: string;
  readonly from: number;
  readonly to: readonly number[];
}

const FULL_HEAD = 4;
const HEAD = 8;
const MOST_ITEMS = 4096;

/** The boxes in some bytes, one behind the other. */
export function innerBoxes(bytes: Uint8Array, from = 0): InnerBox[] {
  const view = new ByteView(bytes, 'big', 'meta');
  const boxes: InnerBox[] = [];
  for (let at = from; at < bytes.length; ) {
    const size = view.u32(at);
    if (size < HEAD || at + size > bytes.length)
      throw new FormatError('structure-broken', 'box', { offset: at });
    const type = String.fromCharCode(...view.slice(at + 4, 4));
    boxes.push({
      type,
      bytes: bytes.subarray(at, at + size),
      content: bytes.subarray(at + HEAD, at + size),
    });
    at += size;
    if (boxes.length > MOST_ITEMS) throw new FormatError('limit-exceeded', 'box', { offset: at });
  }
  return boxes;
}

/** Item infos (8.11.6): versions 2 and 3, which name types. Throws for others. */
export function readInfos(content: Uint8Array): Pick<Item, 'id' | 'type' | 'contentType' | 'entry'>[] {
  const isLong = content[0]! > 0;
  return innerBoxes(content, FULL_HEAD + (isLong ? 4 : 2)).map(({ bytes, content: info }) => {
    const view = new ByteView(info, 'big', 'infe');
    const version = view.u8(0);
    if (version !== 2 && version !== 3)
      throw new FormatError('structure-broken', 'infe', { found: `version ${version}` });
    const wide = version === 3 ? 2 : 0;
    const type = String.fromCharCode(...view.slice(8 + wide, 4));
    const [, contentType = ''] = String.fromCharCode(...info.subarray(12 + wide)).split('\0');
    return {
      id: wide ? view.u32(4) : view.u16(4),
      type,
      contentType: type === 'mime' ? contentType : '',
      entry: bytes,
    };
  });
}

/** Item infos of so many items; the former head says of which width the count is. */
export function writeInfos(former: Uint8Array, entries: readonly Uint8Array[]): Uint8Array {
  const out = new ByteWriter('big').bytes(former.subarray(0, FULL_HEAD));
  if (former[0]! > 0) out.u32(entries.length);
  else out.u16(entries.length);
  return box('iinf', out.bytes(concat(entries)).done());
}

/** Item locations (8.11.3). Throws where data lies in other files, or in ways that are not followed here. */
export function readLocations(content: Uint8Array): Map<number, Location> {
  const view = new ByteView(content, 'big', 'iloc');
  const version = view.u8(0);
  const [offsetSize, lengthSize, baseSize, indexOctets] = [4, 4, 5, 5].map((at, n) =>
    n % 2 === 0 ? view.u8(at) >> 4 : view.u8(at) & 15,
  ) as [number, number, number, number];
  const indexSize = version === 0 ? 0 : indexOctets;
  const isPlain = [offsetSize, lengthSize, baseSize, indexSize].every((one) => [0, 4, 8].includes(one));
  if (version > 2 || !isPlain)
    throw new FormatError('structure-broken', 'iloc', { found: `version ${version}` });
  let at = 6;
  const number = (octets: number) => {
    const value = octets === 0 ? 0 : octets === 2 ? view.u16(at) : octets === 4 ? view.u32(at) : view.u64(at);
    at += octets;
    return value;
  };
  const locations = new Map<number, Location>();
  const wide = version === 2 ? 4 : 2;
  const count = number(wide);
  if (count > MOST_ITEMS) throw new FormatError('limit-exceeded', 'iloc', { found: `${count} items` });
  for (let n = 0; n < count; n++) {
    const id = number(wide);
    const method = version === 0 ? 0 : number(2) & 15;
    const file = number(2);
    const base = number(baseSize);
    const place = places[method];
    if (!place || file !== 0)
      throw new FormatError('structure-broken', 'iloc', { found: `method ${method}` });
    const extents = Array.from({ length: number(2) }, () => {
      const index = number(indexSize);
      const start = base + number(offsetSize);
      return { start, end: start + number(lengthSize), ...(place === 'item' ? { index: index || 1 } : {}) };
    });
    if (place !== 'item' && extents.some(({ start, end }) => end === start))
      throw new FormatError('structure-broken', 'iloc');
    locations.set(id, { place, extents });
  }
  return locations;
}

/** Locations in their simplest form: version 1 or 2, lengths of 32 bits; `isLarge`: offsets of 64 bits. */
export function writeLocations(
  items: readonly Pick<Item, 'id' | 'place' | 'extents'>[],
  isLarge = false,
): Uint8Array {
  const isWide = items.some(({ id }) => id > 0xffff);
  const hasIndex = items.some(({ place }) => place === 'item');
  const widths = [((isLarge ? 8 : 4) << 4) | 4, hasIndex ? 4 : 0];
  const out = new ByteWriter('big').bytes(new Uint8Array([isWide ? 2 : 1, 0, 0, 0, ...widths]));
  const id = (value: number) => (isWide ? out.u32(value) : out.u16(value));
  id(items.length);
  for (const item of items) {
    id(item.id);
    out.u16(places.indexOf(item.place)).u16(0).u16(item.extents.length);
    for (const { start, end, index } of item.extents) {
      if (hasIndex) out.u32(index ?? 0);
      if (isLarge) out.u64(start);
      else out.u32(start);
      out.u32(end - start);
    }
  }
  return box('iloc', out.done());
}

/** References between items (8.11.12). */
export function readReferences(content: Uint8Array): Reference[] {
  const wide = content[0]! > 0;
  return innerBoxes(content, FULL_HEAD).map(({ type, content: of }) => {
    const view = new ByteView(of, 'big', type);
    const octets = wide ? 4 : 2;
    const id = (at: number) => (wide ? view.u32(at) : view.u16(at));
    const to = Array.from({ length: view.u16(octets) }, (_, n) => id(octets + 2 + n * octets));
    return { type, from: id(0), to };
  });
}

export function writeReferences(references: readonly Reference[]): Uint8Array {
  const isWide = references.some(({ from, to }) => Math.max(from, ...to) > 0xffff);
  const inner = references.map(({ type, from, to }) => {
    const out = new ByteWriter('big');
    const id = (value: number) => (isWide ? out.u32(value) : out.u16(value));
    id(from);
    out.u16(to.length);
    for (const one of to) id(one);
    return box(type, out.done());
  });
  return box('iref', concat([new Uint8Array([isWide ? 1 : 0, 0, 0, 0]), ...inner]));
}

/** An `infe` of version 2, or 3 for large ids. */
export function infoOf(id: number, type: string, contentType = ''): Uint8Array {
  const isWide = id > 0xffff;
  // Hidden items (flag 1) are not shown as pictures; metadata is none.
  const out = new ByteWriter('big').bytes(new Uint8Array([isWide ? 3 : 2, 0, 0, 0]));
  if (isWide) out.u32(id);
  else out.u16(id);
  out.u16(0).bytes(ascii(type)).u8(0);
  if (contentType !== '') out.bytes(ascii(contentType)).u8(0);
  return box('infe', out.done());
}
