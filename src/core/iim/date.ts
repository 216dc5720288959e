import { isoParts } from '../catalogue/isoDate';

/** IIM dates CCYYMMDD and times HHMMSS±HHMM (IIM 4.2, 2:55, 2:60) against ISO 8601. */

/** `usual` is false where the date is in another spelling than the standard's. */
export interface IimDate {
  readonly iso: string;
  readonly usual: boolean;
}

const USUAL_DATE = /^(\d{4})(\d{2})(\d{2})$/;
/** As Exif, XMP and people write it (common practice). */
const OTHER_DATE = /^(\d{4})[-:./ ](\d{1,2})[-:./ ](\d{1,2})$/;
const USUAL_TIME = /^(\d{2})(\d{2})(\d{2})([+-])(\d{2})(\d{2})$/;
const OTHER_TIME = /^(\d{2}):?(\d{2}):?(\d{2})?(?:([+-])(\d{2}):?(\d{2})|Z)?$/;

/**
 * The date of 2:55 with the time of 2:60 when there is one, as ISO 8601. Undefined when it is no date; a
 * time that is none is left out.
 */
export function isoFromIim(date: string, time: string | undefined): IimDate | undefined {
  const usual = USUAL_DATE.exec(date);
  const found = usual ?? OTHER_DATE.exec(date.trim());
  if (!found || found[1] === '0000') return undefined;
  const [year, month, day] = [found[1]!, found[2]!.padStart(2, '0'), found[3]!.padStart(2, '0')];
  if (month === '00') return { iso: year, usual: usual !== null };
  const partial = day === '00' ? `${year}-${month}` : `${year}-${month}-${day}`;
  if (!isoParts(partial)) return undefined;
  const clock = time === undefined || day === '00' ? undefined : isoTime(time.trim());
  const timed = clock && isoParts(`${partial}T${clock}`) ? `${partial}T${clock}` : partial;
  return { iso: timed, usual: usual !== null && (time === undefined || USUAL_TIME.test(time)) };
}

function isoTime(time: string): string | undefined {
  const [whole, hours, minutes, seconds = '00', sign, zoneHours, zoneMinutes] = OTHER_TIME.exec(time) ?? [];
  if (whole === undefined) return undefined;
  const zone = sign ? `${sign}${zoneHours}:${zoneMinutes}` : whole.endsWith('Z') ? 'Z' : '';
  return `${hours}:${minutes}:${seconds}${zone}`;
}

/**
 * 2:55 and 2:60 for an ISO date. Unknown month and day are 00. IIM requires a zone with a time: a time
 * without one is left out rather than invented, and `zoneMissing` says so.
 */
export function iimFromIso(iso: string): { date: string; time?: string; zoneMissing: boolean } | undefined {
  const parts = isoParts(iso);
  if (!parts) return undefined;
  const { year, month = '00', day = '00', hours, minutes, seconds = '00', zone } = parts;
  const date = `${year}${month}${day}`;
  if (hours === undefined) return { date, zoneMissing: false };
  if (zone === undefined) return { date, zoneMissing: true };
  const offset = zone === 'Z' ? '+0000' : zone.replace(':', '');
  return { date, time: `${hours}${minutes}${seconds}${offset}`, zoneMissing: false };
}
