import { limits } from '../bytes/limits';
import { decodeUtf8, decodeWindows1252 } from '../bytes/text';
import { type ByteOrder, ByteView } from '../bytes/view';
import { isoParts } from '../catalogue/isoDate';
import { attempt, FormatError, type Problem, problem } from '../problems/problem';
import { entry, type Ifd, readHeader, readIfd, valueBytes } from '../tiff/ifd';

/** Exif 2.32, 4.6: the directories of the TIFF structure behind "Exif\0\0". */
export interface ExifModel {
  readonly bytes: Uint8Array;
  readonly order: ByteOrder;
  readonly ifds: Readonly<Partial<Record<IfdName, Ifd>>>;
}
export type IfdName = 'IFD0' | 'Exif' | 'GPS' | 'Interoperability' | 'IFD1';

export const TAG = {
  imageDescription: 0x010e,
  make: 0x010f,
  model: 0x0110,
  orientation: 0x0112,
  artist: 0x013b,
  copyright: 0x8298,
  exifIfd: 0x8769,
  gpsIfd: 0x8825,
  interoperabilityIfd: 0xa005,
  colorSpace: 0xa001,
  dateTimeDigitized: 0x9004,
  dateTimeOriginal: 0x9003,
  offsetTimeOriginal: 0x9011,
  subSecTimeOriginal: 0x9291,
  makerNote: 0x927c,
  exposureTime: 0x829a,
  fNumber: 0x829d,
  iso: 0x8827,
  focalLength: 0x920a,
  lensModel: 0xa434,
  thumbnailOffset: 0x0201,
  thumbnailLength: 0x0202,
  userComment: 0x9286,
  dateTime: 0x0132,
  rating: 0x4746,
  ratingPercent: 0x4749,
  /** From memory of Exif 3.0, 4.6.6: ImageTitle and Photographer. */
  imageTitle: 0xa436,
  photographer: 0xa437,
  xpTitle: 0x9c9b,
  xpComment: 0x9c9c,
  xpAuthor: 0x9c9d,
  xpKeywords: 0x9c9e,
  xpSubject: 0x9c9f,
} as const;

const TEXT_TYPES = [2, 129];

/** Throws where the header or IFD0 cannot be read; broken further directories are problems. */
export function decodeExif(bytes: Uint8Array): { model: ExifModel; problems: Problem[] } {
  const { order, firstIfd } = readHeader(bytes);
  const view = new ByteView(bytes, order, 'Exif');
  const problems: Problem[] = [];
  const seen = new Set<number>();
  const ifds: Partial<Record<IfdName, Ifd>> = {};
  const load = (name: IfdName, offset: number) => {
    if (seen.has(offset)) throw new FormatError('ifd-cycle', name, { offset });
    seen.add(offset);
    const read = readIfd(view, offset, name);
    problems.push(...read.problems);
    ifds[name] = read.ifd;
  };
  const tryLoad = (name: IfdName, offset: number | undefined) => {
    if (offset === undefined || offset === 0) return;
    const tried = attempt(() => load(name, offset));
    if ('problem' in tried) problems.push(tried.problem);
  };
  load('IFD0', firstIfd);
  tryLoad('Exif', pointer(view, ifds.IFD0, TAG.exifIfd));
  tryLoad('GPS', pointer(view, ifds.IFD0, TAG.gpsIfd));
  tryLoad('Interoperability', pointer(view, ifds.Exif, TAG.interoperabilityIfd));
  tryLoad('IFD1', ifds.IFD0?.next);
  return { model: { bytes, order, ifds }, problems };
}

/**
 * The first place where the block points outside itself: a value (told while reading), or the thumbnail of
 * IFD1 (TIFF 6.0, JPEGInterchangeFormat). Bytes appended to the block would give such a pointer a meaning.
 */
export function danglingOf({ bytes, order, ifds }: ExifModel): Problem | undefined {
  const view = new ByteView(bytes, order, 'Exif');
  const [start, length] = [TAG.thumbnailOffset, TAG.thumbnailLength].map((tag) =>
    pointer(view, ifds.IFD1, tag),
  );
  return start !== undefined && length !== undefined && !view.has(start, length)
    ? problem('exif-dangling', 'Exif IFD1', { offset: start })
    : undefined;
}

function pointer(view: ByteView, ifd: Ifd | undefined, tag: number): number | undefined {
  const one = entry(ifd, tag);
  return one && (one.type === 4 || one.type === 13) && one.count === 1 ? view.u32(one.valueAt) : undefined;
}

/** A text tag up to its NUL, without blanks around it; the two parts of Copyright are joined by "; ". */
export function exifText(model: ExifModel, ifd: IfdName, tag: number): string | undefined {
  const parts = exifTextParts(model, ifd, tag);
  if (tag === TAG.copyright) return parts.filter((part) => part !== '').join('; ') || undefined;
  return parts[0] || undefined;
}

/** The NUL-separated parts of a text tag without blanks around them; Copyright has two (Exif 3.0, 4.6.5). */
export function exifTextParts(model: ExifModel, ifd: IfdName, tag: number): readonly string[] {
  const one = entry(model.ifds[ifd], tag);
  if (!one || !TEXT_TYPES.includes(one.type) || one.byteLength > limits.exifTextBytes) return [];
  const bytes = valueBytes(new ByteView(model.bytes, model.order, ifd), one);
  if (!bytes) return [];
  return (decodeUtf8(bytes) ?? decodeWindows1252(bytes)).split('\0').map((part) => part.trim());
}

/** An unsigned whole number of type BYTE, SHORT or LONG. */
export function exifNumber(model: ExifModel, ifd: IfdName, tag: number): number | undefined {
  const one = entry(model.ifds[ifd], tag);
  if (!one || one.count < 1) return undefined;
  const view = new ByteView(model.bytes, model.order, ifd);
  if (!view.has(one.valueAt, one.byteLength)) return undefined;
  return one.type === 3
    ? view.u16(one.valueAt)
    : one.type === 4
      ? view.u32(one.valueAt)
      : one.type === 1
        ? view.u8(one.valueAt)
        : undefined;
}

/** RATIONALs as numbers; none where one of them has no denominator or is of another type. */
export function exifRationals(model: ExifModel, ifd: IfdName, tag: number): number[] {
  const one = entry(model.ifds[ifd], tag);
  const view = new ByteView(model.bytes, model.order, ifd);
  if (one?.type !== 5 || one.count > 16 || !view.has(one.valueAt, one.byteLength)) return [];
  const values = Array.from(
    { length: one.count },
    (_, i) => view.u32(one.valueAt + i * 8) / view.u32(one.valueAt + i * 8 + 4),
  );
  return values.every(Number.isFinite) ? values : [];
}

/** A RATIONAL as a pair, numerator first. */
export function exifRational(
  model: ExifModel,
  ifd: IfdName,
  tag: number,
): readonly [number, number] | undefined {
  const one = entry(model.ifds[ifd], tag);
  if (one?.type !== 5 || one.count < 1) return undefined;
  const view = new ByteView(model.bytes, model.order, ifd);
  return view.has(one.valueAt, 8) ? [view.u32(one.valueAt), view.u32(one.valueAt + 4)] : undefined;
}

/** A date tag with the tags of its sub-seconds and offset (Exif 3.0, 4.6.6). */
export interface DateTags {
  readonly ifd: 'IFD0' | 'Exif';
  readonly date: number;
  readonly fraction: number;
  readonly offset: number;
  readonly name: string;
}
export const DATE_TAGS = {
  original: { ifd: 'Exif', date: 0x9003, fraction: 0x9291, offset: 0x9011, name: 'DateTimeOriginal' },
  digitized: { ifd: 'Exif', date: 0x9004, fraction: 0x9292, offset: 0x9012, name: 'DateTimeDigitized' },
  changed: { ifd: 'IFD0', date: 0x0132, fraction: 0x9290, offset: 0x9010, name: 'DateTime' },
} as const satisfies Record<string, DateTags>;

const EXIF_DATE =
  /^(\d{4})[:\-/. ](\d{2}| {2})[:\-/. ](\d{2}| {2})(?:[ T](\d{2}| {2})[: ](\d{2}| {2})[: ](\d{2}| {2}))?(?:\.\d*)?$/;

/**
 * A date tag as ISO 8601 in the recorded local digits, with sub-seconds and offset where the camera wrote
 * them. What the clock did not know is blank (Exif 3.0, 4.6.6, DateTime) or zero: the date ends there. A
 * blank or zero date is absent, anything else unreadable is a problem.
 */
export function exifDate(model: ExifModel, tags: DateTags): { iso?: string; problems: Problem[] } {
  // TIFF/EP (ISO 12234-2) and raw formats made of TIFF keep it in IFD0.
  const text = exifText(model, tags.ifd, tags.date) ?? exifText(model, 'IFD0', tags.date);
  if (!text || text.length > 40 || /^[\s:0/.-]*$/.test(text))
    return { problems: text && text.length > 40 ? [problem('exif-bad-date', tags.name)] : [] };
  const [, year, month, day, hours, minutes, seconds] = EXIF_DATE.exec(padded(text)) ?? [];
  const known = (part: string | undefined) => part !== undefined && part.trim() !== '';
  const dated = year && known(month) && month !== '00' ? `${year}-${month}` : year;
  const whole = dated && dated !== year && known(day) && day !== '00' ? `${dated}-${day}` : dated;
  const clocked =
    whole && whole.length === 10 && known(hours) && known(minutes) && known(seconds)
      ? `${whole}T${hours}:${minutes}:${seconds}`
      : whole;
  const fraction = exifText(model, 'Exif', tags.fraction);
  const offset = exifText(model, 'Exif', tags.offset);
  const iso =
    clocked && clocked.length > 10
      ? `${clocked}${fraction && /^\d{1,9}$/.test(fraction) ? `.${fraction}` : ''}${offset && /^[+-]\d{2}:\d{2}$/.test(offset) ? offset : ''}`
      : clocked;
  return iso && isoParts(iso) ? { iso, problems: [] } : { problems: [problem('exif-bad-date', tags.name)] };
}

/** Trailing blanks were trimmed: a date whose clock is blank has its length again. */
function padded(text: string): string {
  return /^\d{4}:\d{2}:\d{2} /.test(text) ? text.padEnd(19, ' ') : text;
}

/**
 * DateTimeOriginal with its subsecond and zone, as ISO 8601 (Exif 2.32, 4.6.5, tags 0x9003, 0x9291,
 * 0x9011).
 */
export function dateTimeOriginal(model: ExifModel): { iso?: string; problems: Problem[] } {
  return exifDate(model, DATE_TAGS.original);
}
