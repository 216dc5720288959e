import { decodeUtf8, decodeWindows1252 } from '../bytes/text';
import { type ByteOrder, ByteView } from '../bytes/view';
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

function pointer(view: ByteView, ifd: Ifd | undefined, tag: number): number | undefined {
  const one = entry(ifd, tag);
  return one && (one.type === 4 || one.type === 13) && one.count === 1 ? view.u32(one.valueAt) : undefined;
}

/** A text tag, NUL and trailing blanks removed; several NUL-separated parts are joined by "; ". */
export function exifText(model: ExifModel, ifd: IfdName, tag: number): string | undefined {
  const one = entry(model.ifds[ifd], tag);
  if (!one || !TEXT_TYPES.includes(one.type)) return undefined;
  const bytes = valueBytes(new ByteView(model.bytes, model.order, ifd), one);
  if (!bytes) return undefined;
  const text = decodeUtf8(bytes) ?? decodeWindows1252(bytes);
  const end = text.indexOf('\0');
  if (end === -1 || end === text.length - 1)
    return text.slice(0, end === -1 ? undefined : end).trim() || undefined;
  const parts = text
    .split('\0')
    .map((part) => part.trim())
    .filter((part) => part !== '');
  return parts.length > 0 ? parts.join('; ') : undefined;
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

/**
 * DateTimeOriginal as ISO 8601 in the recorded local digits, with sub-seconds and offset where the camera
 * wrote them. A blank or zero date is absent, anything else unreadable is a problem.
 */
export function dateTimeOriginal(model: ExifModel): { iso?: string; problems: Problem[] } {
  const text = exifText(model, 'Exif', TAG.dateTimeOriginal);
  if (!text || /^[\s:0]*$/.test(text)) return { problems: [] };
  const parts = /^(\d{4}):(\d{2}):(\d{2}) (\d{2}):(\d{2}):(\d{2})$/.exec(text);
  const [, year, month, day, hours, minutes, seconds] = (parts ?? []) as unknown as string[];
  const sound =
    parts &&
    +month! >= 1 &&
    +month! <= 12 &&
    +day! >= 1 &&
    +day! <= 31 &&
    +hours! < 24 &&
    +minutes! < 60 &&
    +seconds! < 61;
  if (!sound) return { problems: [problem('exif-bad-date', 'DateTimeOriginal')] };
  const fraction = exifText(model, 'Exif', TAG.subSecTimeOriginal);
  const offset = exifText(model, 'Exif', TAG.offsetTimeOriginal);
  const iso = `${year}-${month}-${day}T${hours}:${minutes}:${seconds}${fraction && /^\d{1,9}$/.test(fraction) ? `.${fraction}` : ''}${offset && /^[+-]\d{2}:\d{2}$/.test(offset) ? offset : ''}`;
  return { iso, problems: [] };
}
