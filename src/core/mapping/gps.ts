import { ascii } from '../bytes/bytes';
import { ByteWriter } from '../bytes/writer';
import { canonicalPosition, decimalOf, type PositionAxis } from '../catalogue/position';
import { type ExifModel, exifNumber, exifRationals, exifText } from '../exif/exif';
import type { TagChange } from '../exif/writeTags';

/*
 * Positions as decimal degrees (metres for the altitude) against the GPS directory of Exif (3.0, 4.6.6:
 * RATIONAL degrees, minutes, seconds with a reference tag) and the texts of the XMP exif schema
 * (ISO 16684-2: "DDD,MM.mmk" or "DDD,MM,SSk"; altitude "n/d" with a reference).
 */
const SECOND_PARTS = 100_000;
const MINUTE_DECIMALS = 7;
const AGREE_WITHIN = 2e-6;

interface Degrees {
  readonly tag: number;
  readonly ref: number;
  readonly positive: 'N' | 'E';
  readonly negative: 'S' | 'W';
}
const degrees: Readonly<Record<Exclude<PositionAxis, 'altitude'>, Degrees>> = {
  latitude: { tag: 2, ref: 1, positive: 'N', negative: 'S' },
  longitude: { tag: 4, ref: 3, positive: 'E', negative: 'W' },
};
const ALTITUDE = { tag: 6, ref: 5 } as const;
const GPS_VERSION = 0;

/** GPSAltitudeRef: 1 and, since Exif 3.0, 3 mean below (the ellipsoid, the sea). */
const isBelow = (ref: number | undefined) => ref === 1 || ref === 3;

/** Whether two coordinates are the same place within what Exif can tell apart. */
export function coordinatesAgree(a: string, b: string): boolean {
  return Math.abs(Number(a) - Number(b)) <= AGREE_WITHIN;
}

/** A coordinate in decimal degrees of the GPS directory (Exif 2.32, 4.6.6). */
export function positionFromExif(exif: ExifModel, axis: PositionAxis): string | undefined {
  if (axis === 'altitude') {
    const [metres] = exifRationals(exif, 'GPS', ALTITUDE.tag);
    if (metres === undefined) return undefined;
    return decimalOf(axis, isBelow(exifNumber(exif, 'GPS', ALTITUDE.ref)) ? -metres : metres);
  }
  const { tag, ref, positive, negative } = degrees[axis];
  const parts = exifRationals(exif, 'GPS', tag);
  const letter = exifText(exif, 'GPS', ref)?.toUpperCase();
  if (parts.length !== 3 || (letter !== positive && letter !== negative)) return undefined;
  const whole = parts[0]! + parts[1]! / 60 + parts[2]! / 3600;
  return canonicalPosition(axis, decimalOf(axis, letter === negative ? -whole : whole));
}

/** A coordinate in decimal degrees of an XMP GPSCoordinate (XMP part 2, 2.6). */
export function positionFromXmp(
  axis: PositionAxis,
  text: string,
  ref: string | undefined,
): string | undefined {
  const trimmed = text.trim();
  if (trimmed.length > 64) return undefined;
  if (axis === 'altitude') {
    const parts = /^(-?\d+(?:\.\d+)?)(?:\/(\d+))?$/.exec(trimmed);
    if (!parts || Number(parts[2] ?? 1) === 0) return undefined;
    const metres = Number(parts[1]) / Number(parts[2] ?? 1);
    return decimalOf(axis, isBelow(Number(ref?.trim())) ? -metres : metres);
  }
  const parts = /^(\d{1,3}),(\d{1,2}(?:\.\d+)?)(?:,(\d{1,2}(?:\.\d+)?))?\s*([NSEW])$/i.exec(trimmed);
  if (!parts) return canonicalPosition(axis, trimmed);
  const letter = parts[4]!.toUpperCase();
  const { positive, negative } = degrees[axis];
  if (letter !== positive && letter !== negative) return undefined;
  const whole = Number(parts[1]) + Number(parts[2]) / 60 + Number(parts[3] ?? 0) / 3600;
  return canonicalPosition(axis, decimalOf(axis, letter === negative ? -whole : whole));
}

/** The XMP text, and for the altitude its reference. */
export function xmpFromPosition(axis: PositionAxis, value: string): { text: string; ref?: string } {
  const number = Number(value);
  if (axis === 'altitude')
    return { text: `${Math.round(Math.abs(number) * 1000)}/1000`, ref: number < 0 ? '1' : '0' };
  const { positive, negative } = degrees[axis];
  const whole = Math.floor(Math.abs(number) + 1e-12);
  const minutes = Math.max(0, (Math.abs(number) - whole) * 60).toFixed(MINUTE_DECIMALS);
  const carried = Number(minutes) >= 60;
  const text = carried ? `${whole + 1},${(0).toFixed(MINUTE_DECIMALS)}` : `${whole},${minutes}`;
  return { text: text + (number < 0 ? negative : positive) };
}

/** The tags of the GPS directory for a position; undefined removes them. */
export function exifFromPosition(
  axis: PositionAxis,
  value: string | undefined,
  order: ExifModel['order'],
): Map<number, TagChange | undefined> {
  const { tag, ref } = axis === 'altitude' ? ALTITUDE : degrees[axis];
  if (value === undefined)
    return new Map([
      [tag, undefined],
      [ref, undefined],
    ]);
  const number = Number(value);
  const out = new ByteWriter(order);
  let reference: TagChange;
  if (axis === 'altitude') {
    out.u32(Math.round(Math.abs(number) * 1000)).u32(1000);
    reference = { type: 1, count: 1, bytes: new Uint8Array([number < 0 ? 1 : 0]) };
  } else {
    const { positive, negative } = degrees[axis];
    const units = Math.round(Math.abs(number) * 3600 * SECOND_PARTS);
    const perDegree = 3600 * SECOND_PARTS;
    const perMinute = 60 * SECOND_PARTS;
    out.u32(Math.floor(units / perDegree)).u32(1);
    out.u32(Math.floor((units % perDegree) / perMinute)).u32(1);
    out.u32(units % perMinute).u32(SECOND_PARTS);
    reference = { type: 2, count: 2, bytes: ascii(`${number < 0 ? negative : positive}\0`) };
  }
  return new Map<number, TagChange>([
    [GPS_VERSION, { type: 1, count: 4, bytes: new Uint8Array([2, 3, 0, 0]) }],
    [ref, reference],
    [tag, { type: 5, count: axis === 'altitude' ? 1 : 3, bytes: out.done() }],
  ]);
}

/**
 * All that tells where the camera was or what it looked at: when a position is erased, these go too. Of the
 * GPS directory the version alone says nothing (Exif 3.0, 4.6.6).
 */
export const PLACE_TAGS: readonly number[] = Array.from({ length: 31 }, (_, i) => i + 1);

/** Their names in the XMP exif schema (ISO 16684-2). */
export const PLACE_PROPERTIES: readonly string[] = [
  ...['GPSLatitude', 'GPSLongitude', 'GPSAltitude', 'GPSAltitudeRef', 'GPSTimeStamp', 'GPSSatellites'],
  ...['GPSStatus', 'GPSMeasureMode', 'GPSDOP', 'GPSSpeedRef', 'GPSSpeed', 'GPSTrackRef', 'GPSTrack'],
  ...['GPSImgDirectionRef', 'GPSImgDirection', 'GPSMapDatum', 'GPSDestLatitude', 'GPSDestLongitude'],
  ...['GPSDestBearingRef', 'GPSDestBearing', 'GPSDestDistanceRef', 'GPSDestDistance'],
  ...['GPSProcessingMethod', 'GPSAreaInformation', 'GPSDifferential', 'GPSHPositioningError'],
  ...['GPSDateStamp', 'GPSDateTime'],
];

/** Digits before the decimal point of degrees alone, of an angle with minutes, and with seconds. */
const DEGREE_DIGITS = { latitude: [2, 4, 6], longitude: [3, 5, 7] } as const;

/** A point of ISO 6709, annex H: latitude, longitude and perhaps altitude, each with its sign. */
export function positionFromPoint(text: string): { readonly [K in PositionAxis]?: string } {
  const [, latitude, longitude, altitude] =
    /^([+-]\d{2,6}(?:\.\d{1,12})?)([+-]\d{3,7}(?:\.\d{1,12})?)([+-]\d{1,6}(?:\.\d{1,12})?)?/.exec(text) ?? [];
  const values = {
    latitude: latitude && angleOf('latitude', latitude),
    longitude: longitude && angleOf('longitude', longitude),
    altitude: altitude && canonicalPosition('altitude', altitude),
  };
  return values.latitude && values.longitude ? values : {};
}

function angleOf(axis: 'latitude' | 'longitude', text: string): string | undefined {
  const [whole, decimals = ''] = text.slice(1).split('.') as [string, string?];
  const form = (DEGREE_DIGITS[axis] as readonly number[]).indexOf(whole.length);
  if (form === -1) return undefined;
  const digits = DEGREE_DIGITS[axis][0];
  const parts = [whole.slice(0, digits), whole.slice(digits, digits + 2), whole.slice(digits + 2)].slice(
    0,
    form + 1,
  );
  parts[form] += `.${decimals}`;
  const degrees = Number(parts[0]) + Number(parts[1] ?? 0) / 60 + Number(parts[2] ?? 0) / 3600;
  return canonicalPosition(axis, decimalOf(axis, text.startsWith('-') ? -degrees : degrees));
}

/** The point of a position, or undefined where latitude or longitude is missing. */
export function pointFromPosition(position: { readonly [K in PositionAxis]?: unknown }): string | undefined {
  const { latitude, longitude, altitude } = position;
  if (!latitude || !longitude) return undefined;
  const part = (value: unknown, digits: number) => {
    const [whole, decimals] = String(value).replace('-', '').split('.') as [string, string?];
    const number = whole.padStart(digits, '0') + (decimals ? `.${decimals}` : '');
    return (Number(value) < 0 ? '-' : '+') + number;
  };
  return `${part(latitude, 2)}${part(longitude, 3)}${altitude ? part(altitude, 1) : ''}/`;
}
