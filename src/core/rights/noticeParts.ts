/** What a copyright notice is built of; each part is a choice, no form is required by law. */
export interface NoticeParts {
  readonly sign: '©' | 'Copyright' | 'Copyright ©' | '';
  /** A year, years, or a placeholder. */
  readonly year: string;
  readonly owner: string;
  readonly reserved: boolean;
  readonly contact: string;
}

const RESERVED = 'all rights reserved';

/** "© 2026 Aune Pell, all rights reserved, tarnandtide.example" (common practice). */
export function buildNotice({ sign, year, owner, reserved, contact }: NoticeParts): string {
  const head = [sign, year, owner]
    .map((part) => part.trim())
    .filter((part) => part !== '')
    .join(' ');
  return [head, reserved ? RESERVED : '', contact.trim()].filter((part) => part !== '').join(', ');
}

/** Half-open: characters [start, end) of the notice. */
interface Span {
  readonly start: number;
  readonly end: number;
}
interface Parsed {
  readonly sign?: Span;
  readonly year?: Span;
  readonly owner?: Span;
  readonly reserved?: Span;
  readonly contacts: readonly Span[];
}

/** The parts of a notice, as they are in it. */
export function noticeParts(notice: string): NoticeParts {
  const { sign, year, owner, reserved, contacts } = parse(notice);
  const textOf = (span: Span | undefined) => (span ? notice.slice(span.start, span.end) : '');
  return {
    sign: signOf(textOf(sign)),
    year: textOf(year),
    owner: textOf(owner),
    reserved: reserved !== undefined,
    contact: contacts.map(textOf).join(', '),
  };
}

/** The notice with some parts changed; every other character stays as it was typed. */
export function withNoticeParts(notice: string, changes: Partial<NoticeParts>): string {
  const before = noticeParts(notice);
  return (Object.keys(changes) as (keyof NoticeParts)[]).reduce(
    (text, part) => (changes[part] === before[part] ? text : withPart(text, part, changes)),
    notice,
  );
}

function withPart(notice: string, part: keyof NoticeParts, changes: Partial<NoticeParts>): string {
  const found = parse(notice);
  switch (part) {
    case 'sign':
      return put(notice, found.sign, changes.sign ?? '', 0);
    case 'year':
      return put(notice, found.year, changes.year?.trim() ?? '', found.sign?.end ?? 0);
    case 'owner':
      return put(notice, found.owner, changes.owner ?? '', ownerPlace(notice, found));
    case 'reserved':
      return changes.reserved
        ? put(notice, undefined, `, ${RESERVED}`, reservedPlace(notice, found))
        : withoutPiece(notice, found.reserved);
    case 'contact': {
      const [first, ...more] = found.contacts;
      const bare = [...more].reverse().reduce((text, span) => withoutPiece(text, span), notice);
      const text = changes.contact?.trim() ?? '';
      if (text === '') return withoutPiece(bare, first);
      return first ? put(bare, first, text, 0) : `${bare.trimEnd()}, ${text}`;
    }
  }
}

/** Where a new owner is: behind sign and year when the year follows the sign. */
function ownerPlace(notice: string, { sign, year }: Parsed): number {
  const signEnd = sign?.end ?? 0;
  const headed = year && notice.slice(signEnd, year.start).trim() === '';
  return headed ? year.end : signEnd;
}

function reservedPlace(notice: string, { contacts }: Parsed): number {
  const [first] = contacts;
  if (!first) return notice.trimEnd().length;
  const before = notice.slice(0, first.start).trimEnd();
  return /[,;.]$/.test(before) ? before.length - 1 : before.length;
}

/** A text in place of a span; without one at `place`, parted by blanks from what is beside it. */
function put(notice: string, span: Span | undefined, text: string, place: number): string {
  const { start, end } = span ?? { start: place, end: place };
  const before = notice.slice(0, start);
  const after = notice.slice(end);
  if (text === '') return withoutPiece(notice, span);
  if (span) return before + text + after;
  const gap = before === '' || /\s$/.test(before) || /^[,;.]/.test(text) ? '' : ' ';
  return `${before}${gap}${text}${after === '' || /^[\s,;.]/.test(after) ? '' : ' '}${after}`;
}

/** Without a piece and what parted it from the one in front. */
function withoutPiece(notice: string, span: Span | undefined): string {
  if (!span) return notice;
  const before = notice.slice(0, span.start);
  const after = notice.slice(span.end);
  const joined =
    before.trim() === '' ? after.replace(/^[\s,;]+/, '') : before.replace(/[\s,;]{1,8}$/, '') + after;
  return joined;
}

function signOf(text: string): NoticeParts['sign'] {
  const word = /copy/i.test(text);
  const sign = /©|\(c\)/i.test(text);
  return word ? (sign ? 'Copyright ©' : 'Copyright') : sign ? '©' : '';
}

const SIGN = /^\s*(?:copyright\b\s*(?:©|\(c\))?|©|\(c\))/i;
const YEAR_TEXT = String.raw`(?:\{\{[^{}]{0,200}\}\}|(?:18|19|20|21)\d\d(?:\s?[–-]\s?(?:(?:18|19|20|21)\d\d|\d\d))?(?:, ?(?:18|19|20|21)\d\d)*)`;
const YEAR_FIRST = new RegExp(String.raw`^[\s,]{0,8}(${YEAR_TEXT})(?![\p{L}\p{N}])`, 'u');
const WRITTEN_LAST = /(?:^|[\s,(])((?:19|20|21)\d\d(?:\s?[–-]\s?(?:(?:19|20|21)\d\d|\d\d))?)\)?$/;
const PLACEHOLDER_LAST = /,\s?(\{\{\s?(?:year|date|this year)[^{}]{0,200}\}\})$/i;
const RESERVED_PIECE = /^all rights reserved\.?$/i;
const CONTACT_PIECE =
  /^(?:\S{1,200}@\S{1,200}|https?:\S{1,2000}|www\.\S{1,2000}|\+?[\d ()/-]{6,40}|[^\s{}]{1,200}\.[a-z]{2,20}(?:\/\S{0,2000})?)$/i;
const MOST_CHARACTERS = 4000;

/**
 * The year of publication follows the sign, or ends the piece that names the owner; any other year belongs
 * to a name ("© Old Mill 1890 Museum").
 */
function parse(notice: string): Parsed {
  if (notice.length > MOST_CHARACTERS) return { owner: { start: 0, end: notice.length }, contacts: [] };
  const found = SIGN.exec(notice);
  const signStart = found ? found[0].length - found[0].trimStart().length : 0;
  const signEnd = found?.[0].length ?? 0;
  const first = YEAR_FIRST.exec(notice.slice(signEnd));
  const isYear = first && (found || !first[1]!.startsWith('{{') || /year|date/i.test(first[1]!));
  let year = isYear ? spanOf(signEnd + first[0].length - first[1]!.length, first[1]!) : undefined;
  const pieces = piecesOf(notice, year?.end ?? signEnd);
  const textOf = ({ start, end }: Span) => notice.slice(start, end);
  const reserved = pieces.find((piece) => RESERVED_PIECE.test(textOf(piece)));
  const contacts = pieces.slice(1).filter((piece) => piece !== reserved && CONTACT_PIECE.test(textOf(piece)));
  const named = pieces.filter((piece) => piece !== reserved && !contacts.includes(piece));
  let owner = named[0] && { start: named[0].start, end: named.at(-1)!.end };
  if (owner && !year) {
    const text = textOf(owner);
    const last = WRITTEN_LAST.exec(text) ?? PLACEHOLDER_LAST.exec(text);
    if (last) {
      year = spanOf(owner.start + text.lastIndexOf(last[1]!), last[1]!);
      const bare = text.slice(0, last.index).replace(/[\s,(]{1,8}$/, '');
      owner = bare === '' ? undefined : { start: owner.start, end: owner.start + bare.length };
    }
  }
  return {
    ...(found ? { sign: { start: signStart, end: signEnd } } : {}),
    ...(year ? { year } : {}),
    ...(owner ? { owner } : {}),
    ...(reserved ? { reserved } : {}),
    contacts,
  };
}

function spanOf(start: number, text: string): Span {
  return { start, end: start + text.length };
}

/**
 * Splits what is behind sign and year, parted by commas and semicolons outside placeholders, and in front of
 * "all rights reserved" by a full stop. A full stop alone parts nothing: initials have one.
 */
function piecesOf(notice: string, from: number): Span[] {
  const pieces: Span[] = [];
  let start = from;
  const close = (end: number) => {
    const text = notice.slice(start, end);
    const lead = text.length - text.trimStart().length;
    const by = /^by\s/i.exec(text.slice(lead))?.[0].length ?? 0;
    const length = text.trim().length;
    if (length > by) pieces.push({ start: start + lead + by, end: start + lead + length });
  };
  for (let at = from; at < notice.length; at++) {
    if (notice.startsWith('{{', at)) {
      const end = notice.indexOf('}}', at);
      at = end === -1 ? notice.length : end + 1;
      continue;
    }
    const parts = /[,;]/.test(notice[at]!) && /^(?:\s|$)/.test(notice.slice(at + 1, at + 2));
    const beforeReserved =
      notice[at] === '.' && /^\s{1,4}all rights reserved/i.test(notice.slice(at + 1, at + 30));
    if (!parts && !beforeReserved) continue;
    close(at);
    start = at + 1;
  }
  close(notice.length);
  return pieces;
}

/** The years of publication that a notice names, outside placeholders; those of names do not count. */
export function yearsOfPublication(notice: string): string[] {
  return noticeParts(notice).year.match(/\b(?:18|19|20|21)\d\d\b/g) ?? [];
}

/** Years written out in a text, outside placeholders. */
export function writtenYears(text: string): string[] {
  return literalParts(text).flatMap((part) => part.match(/\b(?:19|20)\d\d\b/g) ?? []);
}

/** A text without its placeholders, in one pass. */
function literalParts(text: string): string[] {
  const parts: string[] = [];
  for (let at = 0; at < text.length; ) {
    const open = text.indexOf('{{', at);
    const close = open === -1 ? -1 : text.indexOf('}}', open + 2);
    parts.push(text.slice(at, close === -1 ? text.length : open));
    at = close === -1 ? text.length : close + 2;
  }
  return parts;
}

/** The notice with a written year of publication replaced by the year taken. */
export function withYearTaken(notice: string): string {
  const { sign, year } = noticeParts(notice);
  return sign !== '' && /^\d/.test(year) ? withNoticeParts(notice, { year: '{{ year taken }}' }) : notice;
}

/** "(c)" as the sign, where it stands for one. */
export function withSign(text: string): string {
  return text.replace(/\(c\)/gi, '©');
}
