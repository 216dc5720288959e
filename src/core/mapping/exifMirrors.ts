import { ascii, concat, startsWith } from '../bytes/bytes';
import { decodeUtf8, decodeWindows1252, isAscii } from '../bytes/text';
import { ByteView } from '../bytes/view';
import { ByteWriter } from '../bytes/writer';
import type { FieldId } from '../catalogue/fields';
import { asList, asText, type FieldValue, isEmpty } from '../catalogue/value';
import { type ExifModel, TAG } from '../exif/exif';
import type { TagChange, WrittenIfd } from '../exif/writeTags';
import { joinKeywords } from '../keywords/parse';
import { entry, valueBytes } from '../tiff/ifd';
import { joinArtists } from './artist';

/**
 * Tags that repeat a field and that some readers prefer: they follow where they stand, and are never made
 * (Exif 3.0, 4.6.6 UserComment; the XP and rating tags are common practice).
 */
interface ExifMirror {
  readonly field: FieldId;
  readonly ifd: WrittenIfd;
  readonly tag: number;
  readonly write: (value: FieldValue, order: ExifModel['order']) => TagChange | undefined;
  /** Follows only where it held the same text as the field: otherwise it is a text of its own. */
  readonly read?: (bytes: Uint8Array, order: ExifModel['order']) => string;
}

const wide = (text: string): TagChange => {
  const bytes = utf16(`${text}\0`, 'little');
  return { type: 1, count: bytes.length, bytes };
};
const short = (value: number | undefined, order: ExifModel['order']): TagChange | undefined =>
  value === undefined ? undefined : { type: 3, count: 1, bytes: new ByteWriter(order, 2).u16(value).done() };
const inIfd0 = (
  field: FieldId,
  tag: number,
  write: ExifMirror['write'],
  read?: ExifMirror['read'],
): ExifMirror => ({ field, ifd: 'IFD0', tag, write, ...(read ? { read } : {}) });
const same = (bytes: Uint8Array) => fromUtf16(bytes, 'little');

const mirrors: readonly ExifMirror[] = [
  inIfd0('title', TAG.xpTitle, (value) => wide(asText(value))),
  inIfd0('creator', TAG.xpAuthor, (value) => wide(joinArtists(asList(value)))),
  inIfd0('keywords', TAG.xpKeywords, (value) => wide(asList(value).join(';'))),
  inIfd0('description', TAG.xpComment, (value) => wide(asText(value)), same),
  inIfd0('description', TAG.xpTitle, (value) => wide(asText(value)), same),
  inIfd0('headline', TAG.xpSubject, (value) => wide(asText(value)), same),
  inIfd0('description', TAG.xpSubject, (value) => wide(asText(value)), same),
  inIfd0('keywords', TAG.xpSubject, (value) => wide(joinKeywords(asList(value))), same),
  inIfd0('rating', TAG.rating, (value, order) => short(ratingNumber(asText(value)), order)),
  inIfd0('rating', TAG.ratingPercent, (value, order) => short(ratingPercent(asText(value)), order)),
  {
    field: 'description',
    ifd: 'Exif',
    tag: TAG.userComment,
    write: (value, order) => userComment(asText(value), order),
    read: userCommentText,
  },
];

/** What the mirrors of a changed field become; undefined removes one. `former` is what the field held. */
export function mirrorChanges(
  exif: ExifModel,
  id: FieldId,
  value: FieldValue | null,
  former: FieldValue | undefined,
): { readonly ifd: WrittenIfd; readonly tag: number; readonly change: TagChange | undefined }[] {
  return mirrors.flatMap(({ field: of, ifd, tag, write, read }) => {
    const held = of === id ? entry(exif.ifds[ifd], tag) : undefined;
    const bytes = held && valueBytes(new ByteView(exif.bytes, exif.order, ifd), held);
    if (!bytes) return [];
    if (read && (isEmpty(former) || read(bytes, exif.order) !== asText(former))) return [];
    return [{ ifd, tag, change: isEmpty(value) ? undefined : write(value!, exif.order) }];
  });
}

/** Rejected has no form there. */
function ratingNumber(code: string): number | undefined {
  const number = Number(code);
  return number >= 0 && number <= 5 ? Math.round(number) : undefined;
}

/** 1, 25, 50, 75, 99 for one to five (common practice). */
export function ratingPercent(code: string): number | undefined {
  const number = ratingNumber(code);
  return number === undefined ? undefined : [0, 1, 25, 50, 75, 99][number];
}

const ASCII_COMMENT = ascii('ASCII\0\0\0');
const UNICODE_COMMENT = ascii('UNICODE\0');

function userComment(text: string, order: ExifModel['order']): TagChange {
  const plain = /^[\t\n\r\x20-\x7e]*$/.test(text);
  const bytes = concat(plain ? [ASCII_COMMENT, ascii(text)] : [UNICODE_COMMENT, utf16(text, order)]);
  return { type: 7, count: bytes.length, bytes };
}

/** The text behind the eight octets of the character code. */
function userCommentText(bytes: Uint8Array, order: ExifModel['order']): string {
  const text = bytes.subarray(8);
  if (startsWith(bytes, UNICODE_COMMENT)) return fromUtf16(text, order);
  return withoutEnd(isAscii(text) ? decodeWindows1252(text) : (decodeUtf8(text) ?? decodeWindows1252(text)));
}

function utf16(text: string, order: ExifModel['order']): Uint8Array {
  const out = new ByteWriter(order, text.length * 2);
  for (let i = 0; i < text.length; i++) out.u16(text.charCodeAt(i));
  return out.done();
}

function fromUtf16(bytes: Uint8Array, order: ExifModel['order']): string {
  const view = new ByteView(bytes, order, 'text');
  const units: string[] = [];
  for (let at = 0; at + 2 <= bytes.length; at += 2) units.push(String.fromCharCode(view.u16(at)));
  return withoutEnd(units.join(''));
}

function withoutEnd(text: string): string {
  const end = text.indexOf('\0');
  return (end === -1 ? text : text.slice(0, end)).trimEnd();
}
