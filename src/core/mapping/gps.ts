import { ascii } from '../bytes/bytes';
import { ByteWriter } from '../bytes/writer';
import type { FieldId } from '../catalogue/fields';
import { type ExifModel, exifNumber, exifRationals, exifText } from '../exif/exif';
import type { TagChange } from '../exif/writeTags';

/*
 * Positions as decimal degrees (metres for the altitude) against the GPS directory of Exif (2.32, 4.6.6:
 * RATIONAL degrees, minutes, seconds with a reference tag) and the texts of the XMP exif schema
 * (ISO 16684-2: "DDD,MM.mmk" or "DDD,MM,SSk"; altitude "n/d" with a reference).
 */
const DEGREE_DECIMALS = 7;
const METRE_DECIMALS = 3;
const SECOND_PARTS = 100_000;
const MINUTE_DECIMALS = 7;
const AGREE_WITHIN = 2e-6;

interface Axis {
  readonly tag: number;
  readonly ref: number;
  readonly positive: 'N' | 'E';
  readonly negative: 'S' | 'W';
  readonly max: number;
}
const axes: Partial<Record<FieldId, Axis>> = {
  gpsLatitude: { tag: 2, ref: 1, positive: 'N', negative: 'S', max: 90 },
  gpsLongitude: { tag: 4, ref: 3, positive: 'E', negative: 'W', max: 180 },
};
const ALTITUDE = { tag: 6, ref: 5 } as const;
export const GPS_VERSION = 0;

/** The canonical text, or undefined where it is no position of this kind. */
export function canonicalPosition(id: FieldId, text: string): string | undefined {
  if (!/^[+-]?\d+(\.\d+)?$/.test(text.trim())) return undefined;
  const number = Number(text);
  const max = axes[id]?.max ?? 100_000;
  return Math.abs(number) <= max ? decimal(number, axes[id] ? DEGREE_DECIMALS : METRE_DECIMALS) : undefined;
}

export function coordinatesAgree(a: string, b: string): boolean {
  return Math.abs(Number(a) - Number(b)) <= AGREE_WITHIN;
}

export function positionFromExif(exif: ExifModel, id: FieldId): string | undefined {
  const axis = axes[id];
  if (!axis) {
    const [metres] = exifRationals(exif, 'GPS', ALTITUDE.tag);
    if (metres === undefined) return undefined;
    return decimal(exifNumber(exif, 'GPS', ALTITUDE.ref) === 1 ? -metres : metres, METRE_DECIMALS);
  }
  const parts = exifRationals(exif, 'GPS', axis.tag);
  const ref = exifText(exif, 'GPS', axis.ref)?.toUpperCase();
  if (parts.length !== 3 || (ref !== axis.positive && ref !== axis.negative)) return undefined;
  const degrees = parts[0]! + parts[1]! / 60 + parts[2]! / 3600;
  return canonicalPosition(id, decimal(ref === axis.negative ? -degrees : degrees));
}

export function positionFromXmp(id: FieldId, text: string, ref: string | undefined): string | undefined {
  const axis = axes[id];
  if (!axis) {
    const parts = /^(-?\d+(?:\.\d+)?)(?:\/(\d+))?$/.exec(text.trim());
    if (!parts || Number(parts[2] ?? 1) === 0) return undefined;
    const metres = Number(parts[1]) / Number(parts[2] ?? 1);
    return decimal(ref?.trim() === '1' ? -metres : metres, METRE_DECIMALS);
  }
  const parts = /^(\d{1,3}),(\d{1,2}(?:\.\d+)?)(?:,(\d{1,2}(?:\.\d+)?))?\s*([NSEW])$/i.exec(text.trim());
  if (!parts) return canonicalPosition(id, text);
  const letter = parts[4]!.toUpperCase();
  if (letter !== axis.positive && letter !== axis.negative) return undefined;
  const degrees = Number(parts[1]) + Number(parts[2]) / 60 + Number(parts[3] ?? 0) / 3600;
  return canonicalPosition(id, decimal(letter === axis.negative ? -degrees : degrees));
}

/** The XMP text, and for the altitude its reference. */
export function xmpFromPosition(id: FieldId, value: string): { text: string; ref?: string } {
  const number = Number(value);
  const axis = axes[id];
  if (!axis) return { text: `${Math.round(Math.abs(number) * 1000)}/1000`, ref: number < 0 ? '1' : '0' };
  const whole = Math.floor(Math.abs(number) + 1e-12);
  const minutes = Math.max(0, (Math.abs(number) - whole) * 60).toFixed(MINUTE_DECIMALS);
  const carried = Number(minutes) >= 60;
  const text = carried ? `${whole + 1},${(0).toFixed(MINUTE_DECIMALS)}` : `${whole},${minutes}`;
  return { text: text + (number < 0 ? axis.negative : axis.positive) };
}

/** The tags of the GPS directory for a position; undefined removes them. */
export function exifFromPosition(
  id: FieldId,
  value: string | undefined,
  order: ExifModel['order'],
): Map<number, TagChange | undefined> {
  const axis = axes[id] ?? ALTITUDE;
  if (value === undefined)
    return new Map([
      [axis.tag, undefined],
      [axis.ref, undefined],
    ]);
  const number = Number(value);
  const ref: TagChange =
    'positive' in axis
      ? { type: 2, count: 2, bytes: ascii(`${number < 0 ? axis.negative : axis.positive}\0`) }
      : { type: 1, count: 1, bytes: new Uint8Array([number < 0 ? 1 : 0]) };
  const out = new ByteWriter(order);
  if ('positive' in axis) {
    const units = Math.round(Math.abs(number) * 3600 * SECOND_PARTS);
    const perDegree = 3600 * SECOND_PARTS;
    const perMinute = 60 * SECOND_PARTS;
    out.u32(Math.floor(units / perDegree)).u32(1);
    out.u32(Math.floor((units % perDegree) / perMinute)).u32(1);
    out.u32(units % perMinute).u32(SECOND_PARTS);
  } else out.u32(Math.round(Math.abs(number) * 1000)).u32(1000);
  return new Map<number, TagChange>([
    [GPS_VERSION, { type: 1, count: 4, bytes: new Uint8Array([2, 3, 0, 0]) }],
    [axis.ref, ref],
    [axis.tag, { type: 5, count: 'positive' in axis ? 3 : 1, bytes: out.done() }],
  ]);
}

function decimal(number: number, decimals = DEGREE_DECIMALS): string {
  const text = number.toFixed(decimals).replace(/\.?0+$/, '');
  return text === '-0' ? '0' : text;
}
