import { locale } from './locale';

/** A number as the person writes it: "1,240", "1.240". At most `digits` behind the decimal sign. */
export function formatNumber(value: number, digits = 0): string {
  return formatFor(locale(), digits).format(value);
}

/** Formats that were made: making one takes longer than a hundred numbers. */
const formats = new Map<string, Intl.NumberFormat>();
const KEPT = 50;

function formatFor(tag: string | undefined, digits: number): Intl.NumberFormat {
  const key = `${tag} ${digits}`;
  const known = formats.get(key);
  if (known) return known;
  const format = new Intl.NumberFormat(tag, { maximumFractionDigits: digits });
  if (formats.size === KEPT) formats.clear();
  formats.set(key, format);
  return format;
}

/** "1 picture", "1,240 pictures"; `many` where it is not the word with an s. */
export function counted(count: number, one: string, many = `${one}s`): string {
  return `${formatNumber(count)} ${count === 1 ? one : many}`;
}

/** The verb that goes with a count: agrees(1, 'lacks', 'lack'). */
export function agrees(count: number, one: string, many: string): string {
  return count === 1 ? one : many;
}

const UNITS = ['bytes', 'kB', 'MB', 'GB', 'TB'];

/** A size in decimal units (SI): "4.2 MB", "820 bytes". */
export function formatBytes(bytes: number): string {
  const power = Math.min(UNITS.length - 1, bytes < 1000 ? 0 : Math.floor(Math.log10(bytes) / 3));
  const value = bytes / 1000 ** power;
  return `${formatNumber(value, power > 0 && value < 10 ? 1 : 0)} ${UNITS[power]}`;
}
