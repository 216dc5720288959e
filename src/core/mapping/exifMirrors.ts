import { ascii, concat, startsWith } from '../bytes/bytes';
import { decodeUtf8, decodeWindows1252, isAscii } from '../bytes/text';
import { ByteView } from '../bytes/view';
import { ByteWriter } from '../bytes/writer';
import type { FieldId } from '../catalogue/fields';
import { asList, asText, type FieldValue, isEmpty, normalised } from '../catalogue/value';
import { type ExifModel, TAG } from '../exif/exif';
import { type TagChange, textTag, type WrittenIfd } from '../exif/writeTags';
import { joinKeywords } from '../keywords/parse';
import { entry, valueBytes } from '../tiff/ifd';
import { joinArtists, splitArtist } from './artist';

/**
 * Tags that repeat a field and that some readers prefer: existing ones follow the field, and none is added
 * (Exif 3.0, 4.6.6 UserComment; the XP and rating tags are common practice).
 */
interface ExifMirror {
  readonly field: FieldId;
  readonly ifd: WrittenIfd;
  readonly tag: number;
  readonly write: (value: FieldValue, order: ExifModel['order']) => TagChange | undefined;
  readonly read: (bytes: Uint8Array, order: ExifModel['order']) => FieldValue | undefined;
  /** Follows only if it held the same text as the field: otherwise it is a text of its own. */
  readonly ifSame?: true;
  /** Is not a value of the field where no record has one. */
  readonly isSilent?: true;
}

const wide = (text: string): TagChange => {
  const bytes = utf16(`${text}\0`, 'little');
  return { type: 1, count: bytes.length, bytes };
};
const short = (value: number | undefined, order: ExifModel['order']): TagChange | undefined =>
  value === undefined ? undefined : { type: 3, count: 1, bytes: new ByteWriter(order, 2).u16(value).done() };
const wideText = (bytes: Uint8Array) => fromUtf16(bytes, 'little');
const stars = (bytes: Uint8Array, order: ExifModel['order']) =>
  bytes.length < 2 ? 0 : new ByteView(bytes, order, 'rating').u16(0);
const inIfd0 = (
  field: FieldId,
  tag: number,
  write: ExifMirror['write'],
  read: ExifMirror['read'] = wideText,
): ExifMirror => ({ field, ifd: 'IFD0', tag, write, read });
const wideTag = (field: FieldId, tag: number) => inIfd0(field, tag, (value) => wide(asText(value)));

/** UTF-8 up to the first NUL (Exif 3.0, 4.6.2). */
const plainText = (bytes: Uint8Array) => withoutEnd(decodeUtf8(bytes) ?? decodeWindows1252(bytes));

const mirrors: readonly ExifMirror[] = [
  {
    field: 'title',
    ifd: 'Exif',
    tag: TAG.imageTitle,
    write: (value) => textTag(asText(value)),
    read: plainText,
  },
  {
    field: 'creator',
    ifd: 'Exif',
    tag: TAG.photographer,
    write: (value) => textTag(joinArtists(asList(value))),
    read: (bytes) => splitArtist(plainText(bytes)),
  },
  wideTag('title', TAG.xpTitle),
  inIfd0(
    'creator',
    TAG.xpAuthor,
    (value) => wide(joinArtists(asList(value))),
    (bytes) => splitArtist(wideText(bytes)),
  ),
  inIfd0(
    'keywords',
    TAG.xpKeywords,
    (value) => wide(asList(value).join(';')),
    (bytes) => wideText(bytes).split(';'),
  ),
  { ...wideTag('description', TAG.xpComment), ifSame: true },
  { ...wideTag('headline', TAG.xpSubject), ifSame: true },
  { ...wideTag('description', TAG.xpTitle), ifSame: true, isSilent: true },
  { ...wideTag('description', TAG.xpSubject), ifSame: true, isSilent: true },
  {
    ...inIfd0('keywords', TAG.xpSubject, (value) => wide(joinKeywords(asList(value)))),
    ifSame: true,
    isSilent: true,
  },
  inIfd0(
    'rating',
    TAG.rating,
    (value, order) => short(ratingNumber(asText(value)), order),
    (bytes, order) => ratingText(stars(bytes, order)),
  ),
  inIfd0(
    'rating',
    TAG.ratingPercent,
    (value, order) => short(ratingPercent(asText(value)), order),
    (bytes, order) => ratingOfPercent(stars(bytes, order)),
  ),
  {
    field: 'description',
    ifd: 'Exif',
    tag: TAG.userComment,
    write: (value, order) => userComment(asText(value), order),
    read: userCommentText,
    ifSame: true,
    isSilent: true,
  },
];

const held = (exif: ExifModel, { ifd, tag }: ExifMirror): Uint8Array | undefined => {
  const found = entry(exif.ifds[ifd], tag);
  return found && valueBytes(new ByteView(exif.bytes, exif.order, ifd), found);
};

/** What the mirrors of a changed field become; undefined removes one. `former` is what the field held. */
export function mirrorChanges(
  exif: ExifModel,
  id: FieldId,
  value: FieldValue | null,
  former: FieldValue | undefined,
): { readonly ifd: WrittenIfd; readonly tag: number; readonly change: TagChange | undefined }[] {
  return mirrors.flatMap((mirror) => {
    const bytes = mirror.field === id ? held(exif, mirror) : undefined;
    if (!bytes) return [];
    const { ifd, tag, write, read, ifSame, isSilent } = mirror;
    const isErased = isEmpty(value) && !isSilent;
    if (ifSame && !isErased && (isEmpty(former) || asText(read(bytes, exif.order)) !== asText(former)))
      return [];
    return [{ ifd, tag, change: isEmpty(value) ? undefined : write(value!, exif.order) }];
  });
}

/** The value that the first mirror of a field holds. */
export function exifMirrorValue(exif: ExifModel, id: FieldId): FieldValue | undefined {
  for (const mirror of mirrors) {
    const bytes = mirror.field === id && !mirror.isSilent ? held(exif, mirror) : undefined;
    const value = bytes && normalised(mirror.read(bytes, exif.order) ?? null);
    if (value) return value;
  }
  return undefined;
}

/** The fields that have mirrors in an Exif block. */
export const exifMirrored: ReadonlySet<FieldId> = new Set(mirrors.map(({ field }) => field));

/** Rejected has no form there. */
function ratingNumber(code: string): number | undefined {
  const number = Number(code);
  return number >= 0 && number <= 5 ? Math.round(number) : undefined;
}

/** 1, 25, 50, 75, 99 for one to five (common practice). */
export function ratingPercent(code: string): number | undefined {
  const number = ratingNumber(code);
  return number === undefined ? undefined : PERCENTS[number];
}

const PERCENTS = [0, 1, 25, 50, 75, 99];

/** Cameras write 0 into every picture: it is no rating (common practice). */
const ratingText = (number: number): string | undefined =>
  number >= 1 && number <= 5 ? String(number) : undefined;

/** The rating of a percentage as written there. */
export const ratingOfPercent = (percent: number): string | undefined => ratingText(PERCENTS.indexOf(percent));

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
