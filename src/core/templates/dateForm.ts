/*
 * Forms of a date: the date field symbols of Unicode UTS #35 (part 4, "Date Format Patterns"), as far as
 * a picture's date needs them, with '…' around plain letters. A language may close the form in brackets:
 * "d. MMMM y (nb)". Names are those of Intl for that language, English without one.
 */

/** A form that was understood once; gives undefined where the date lacks a part that the form asks for. */
export type DateForm = (iso: string) => string | undefined;

interface Parts {
  readonly y: number;
  readonly M: number | undefined;
  readonly d: number | undefined;
  readonly H: number | undefined;
  readonly m: number | undefined;
  readonly s: number | undefined;
}

const ISO = /^(\d{4})(?:-(\d{2})(?:-(\d{2})(?:[T ](\d{2}):(\d{2})(?::(\d{2}))?)?)?)?/;

const known = new Map<string, DateForm | undefined>();
const MOST_KNOWN = 500;

/** Undefined where the form holds a letter without meaning, or a language that is none. */
export function compileDateForm(form: string): DateForm | undefined {
  if (known.has(form)) return known.get(form);
  const made = makeDateForm(form);
  if (known.size < MOST_KNOWN) known.set(form, made);
  return made;
}

function makeDateForm(form: string): DateForm | undefined {
  const [, pattern = '', language = 'en'] = /^(.*?)(?:\s*\(([A-Za-z]{2,3}(?:-[A-Za-z0-9]{2,8})*)\))?$/s.exec(
    form,
  )!;
  if (!isLanguage(language)) return undefined;
  const pieces = pattern.match(/'(?:[^']|'')*'|([A-Za-z])\1*|[^A-Za-z']+|'/g) ?? [];
  const made = pieces.map((piece) => compilePiece(piece, language));
  if (made.length === 0 || made.some((one) => one === undefined)) return undefined;
  return (iso) => {
    const parts = partsOf(iso);
    const texts = parts && made.map((one) => one!(parts));
    return texts?.every((text) => text !== undefined) ? texts.join('') : undefined;
  };
}

function partsOf(iso: string): Parts | undefined {
  const found = ISO.exec(iso);
  if (!found) return undefined;
  const part = (at: number) => (found[at] === undefined ? undefined : Number(found[at]));
  const [y, M, d] = [Number(found[1]), part(2), part(3)];
  if ((M !== undefined && (M < 1 || M > 12)) || (d !== undefined && (d < 1 || d > daysInMonth(y, M!))))
    return undefined;
  return { y, M, d, H: part(4), m: part(5), s: part(6) };
}

/** Months from 1; the day 0 of the next one is the last of this. */
function daysInMonth(year: number, month: number): number {
  return new Date(Date.UTC(year, month, 0)).getUTCDate();
}

type Piece = (parts: Parts) => string | undefined;

function compilePiece(piece: string, language: string): Piece | undefined {
  if (piece === "'") return undefined;
  if (piece.startsWith("'")) {
    const literal = piece === "''" ? "'" : piece.slice(1, -1).replaceAll("''", "'");
    return () => literal;
  }
  if (!/^[A-Za-z]/.test(piece)) return () => piece;
  return symbols[piece[0]!]?.(piece.length, language);
}

const padded = (value: number | undefined, width: number) =>
  value === undefined ? undefined : String(value).padStart(width, '0');

const number =
  (of: (parts: Parts) => number | undefined, most = 2) =>
  (width: number): Piece | undefined =>
    width > most ? undefined : (parts) => padded(of(parts), width);

const symbols: Readonly<Record<string, (width: number, language: string) => Piece | undefined>> = {
  y: (width) => (parts) => (width === 2 ? padded(parts.y % 100, 2) : padded(parts.y, width)),
  M: (width, language) => (width <= 2 ? number((parts) => parts.M)(width) : name('month', width, language)),
  L: (width, language) =>
    width <= 2 ? number((parts) => parts.M)(width) : name('month', width, language, true),
  d: number((parts) => parts.d),
  D: number((parts) => (parts.d === undefined ? undefined : dayOfYear(parts)), 3),
  E: (width, language) => name('weekday', Math.max(width, 3), language),
  H: number((parts) => parts.H),
  h: number((parts) => (parts.H === undefined ? undefined : parts.H % 12 || 12)),
  m: number((parts) => parts.m),
  s: number((parts) => parts.s),
  a: () => (parts) => (parts.H === undefined ? undefined : parts.H < 12 ? 'AM' : 'PM'),
};

function dayOfYear({ y, M, d }: Parts): number {
  return Math.round((Date.UTC(y, M! - 1, d) - Date.UTC(y, 0, 1)) / 86_400_000) + 1;
}

/** A month or weekday by name; a month inside a date may bend, one that is alone does not. */
function name(what: 'month' | 'weekday', width: number, language: string, alone = false): Piece | undefined {
  if (width > 4) return undefined;
  const length = width === 4 ? ('long' as const) : ('short' as const);
  const beside = what === 'month' && !alone ? { day: 'numeric' as const, year: 'numeric' as const } : {};
  const format = new Intl.DateTimeFormat(language, { [what]: length, ...beside, timeZone: 'UTC' });
  const named = (date: Date) => format.formatToParts(date).find((part) => part.type === what)?.value;
  // 2 January 2000 was a Sunday.
  const names =
    what === 'month'
      ? Array.from({ length: 12 }, (_, month) => named(new Date(Date.UTC(2000, month, 1))))
      : Array.from({ length: 7 }, (_, day) => named(new Date(Date.UTC(2000, 0, 2 + day))));
  return what === 'month'
    ? ({ M }) => (M === undefined ? undefined : names[M - 1])
    : ({ y, M, d }) => (M === undefined || d === undefined ? undefined : names[weekday(y, M, d)]);
}

/** From Sunday, 0. */
function weekday(year: number, month: number, day: number): number {
  const date = new Date(Date.UTC(2000, month - 1, day));
  date.setUTCFullYear(year, month - 1, day);
  return date.getUTCDay();
}

function isLanguage(tag: string): boolean {
  try {
    return Intl.DateTimeFormat.supportedLocalesOf(tag).length > 0;
  } catch {
    return false;
  }
}
