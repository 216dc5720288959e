/** Dates as ISO 8601 and ISO 16684-1, 8.2.2.1 have them: year, month, day, time, each may be the last part. */
const ISO =
  /^(\d{4})(?:-(\d{2})(?:-(\d{2})(?:T(\d{2}):(\d{2})(?::(\d{2})(?:\.(\d{1,9}))?)?(Z|[+-]\d{2}:\d{2})?)?)?)?$/;

export interface IsoParts {
  readonly year: string;
  readonly month?: string | undefined;
  readonly day?: string | undefined;
  readonly hours?: string | undefined;
  readonly minutes?: string | undefined;
  readonly seconds?: string | undefined;
  readonly fraction?: string | undefined;
  readonly zone?: string | undefined;
}

/** The parts of a date that can be one; undefined for anything else, such as 31 April. */
export function isoParts(text: string): IsoParts | undefined {
  const found = ISO.exec(text);
  if (!found) return undefined;
  const [, year, month, day, hours, minutes, seconds, fraction, zone] = found;
  const within = (part: string | undefined, low: number, high: number) =>
    part === undefined || (Number(part) >= low && Number(part) <= high);
  const [zoneHours, zoneMinutes] = zone && zone !== 'Z' ? zone.slice(1).split(':') : [];
  const sound =
    year !== '0000' &&
    within(month, 1, 12) &&
    within(day, 1, daysInMonth(Number(year), Number(month))) &&
    within(hours, 0, 23) &&
    within(minutes, 0, 59) &&
    within(seconds, 0, 60) &&
    within(zoneHours, 0, 15) &&
    within(zoneMinutes, 0, 59);
  return sound ? { year: year!, month, day, hours, minutes, seconds, fraction, zone } : undefined;
}

/** Months from 1. */
function daysInMonth(year: number, month: number): number {
  const leap = (year % 4 === 0 && year % 100 !== 0) || year % 400 === 0;
  return month === 2 ? (leap ? 29 : 28) : [4, 6, 9, 11].includes(month) ? 30 : 31;
}
