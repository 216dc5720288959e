/** IIM dates CCYYMMDD and times HHMMSS±HHMM (IIM 4.2, 2:55, 2:60) against ISO 8601. */

/** ISO date from 2:55, with the time of 2:60 when there is one. Undefined when it is no date. */
export function isoFromIim(date: string, time: string | undefined): string | undefined {
  const day = /^(\d{4})(\d{2})(\d{2})$/.exec(date);
  if (!day || day[1] === '0000') return undefined;
  const [, year, month, dayOfMonth] = day as unknown as [string, string, string, string];
  if (month === '00') return year;
  if (!inRange(month, 1, 12)) return undefined;
  if (dayOfMonth === '00') return `${year}-${month}`;
  if (!inRange(dayOfMonth, 1, 31)) return undefined;
  const iso = `${year}-${month}-${dayOfMonth}`;
  const clock = time === undefined ? undefined : isoTime(time);
  return clock ? `${iso}T${clock}` : iso;
}

function isoTime(time: string): string | undefined {
  const parts = /^(\d{2})(\d{2})(\d{2})(?:([+-])(\d{2})(\d{2}))?$/.exec(time);
  if (!parts) return undefined;
  const [, hours, minutes, seconds, sign, zoneHours, zoneMinutes] = parts as unknown as string[];
  if (!inRange(hours!, 0, 23) || !inRange(minutes!, 0, 59) || !inRange(seconds!, 0, 59)) return undefined;
  return `${hours}:${minutes}:${seconds}${sign ? `${sign}${zoneHours}:${zoneMinutes}` : ''}`;
}

/**
 * 2:55 and 2:60 for an ISO date. Unknown month and day are 00. IIM requires a zone with a time: a time
 * without one is left out rather than invented, and `zoneMissing` says so.
 */
export function iimFromIso(iso: string): { date: string; time?: string; zoneMissing: boolean } | undefined {
  const parts =
    /^(\d{4})(?:-(\d{2})(?:-(\d{2})(?:T(\d{2}):(\d{2})(?::(\d{2})(?:\.\d+)?)?(Z|[+-]\d{2}:\d{2})?)?)?)?$/.exec(
      iso,
    );
  if (!parts) return undefined;
  const [, year, month = '00', day = '00', hours, minutes, seconds = '00', zone] = parts as unknown as (
    | string
    | undefined
  )[];
  const date = `${year}${month}${day}`;
  if (hours === undefined) return { date, zoneMissing: false };
  if (zone === undefined) return { date, zoneMissing: true };
  const offset = zone === 'Z' ? '+0000' : zone.replace(':', '');
  return { date, time: `${hours}${minutes}${seconds}${offset}`, zoneMissing: false };
}

function inRange(digits: string, low: number, high: number): boolean {
  const value = Number(digits);
  return value >= low && value <= high;
}
