/** What a copyright notice is built of; each part is a choice, no form is required by law. */
export interface NoticeParts {
  readonly sign: '©' | 'Copyright' | 'Copyright ©';
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

const YEAR = String.raw`\{\{[^}]*\}\}|(?:18|19|20|21)\d\d(?:\s*[–-]\s*(?:18|19|20|21)?\d\d)?`;
const NOTICE = new RegExp(
  String.raw`^(?:(copyright)\s*)?(©|\(c\))?\s*(?:(${YEAR})(?:,?\s+(?:by\s+)?|$))?(.*)$`,
  'is',
);

/** The parts of a notice; `buildNotice` gives a text of the same meaning, in this form. */
export function noticeParts(notice: string): NoticeParts {
  const [, word, sign, year = '', rest = ''] = NOTICE.exec(notice.trim()) ?? [];
  const pieces = rest
    .split(/[,;]\s+|\.\s+/)
    .map((piece) => piece.trim())
    .filter((piece) => piece !== '');
  const isReserved = (piece: string) => /^all rights reserved\.?$/i.test(piece);
  const isContact = (piece: string) =>
    /@|^https?:|^www\.|^\+?[\d ()/-]{6,}$|^\S+\.[a-z]{2,}(\/\S*)?$/i.test(piece);
  const named = pieces.filter((piece) => !isReserved(piece) && !isContact(piece));
  return {
    sign: word ? (sign ? 'Copyright ©' : 'Copyright') : '©',
    year,
    owner: named.join(', ').replace(/^by\s+/i, ''),
    reserved: pieces.some(isReserved),
    contact: pieces.filter(isContact).join(', '),
  };
}

/** Years written out in a text, outside placeholders. */
export function writtenYears(text: string): string[] {
  return text.replace(/\{\{[^}]*\}\}/g, ' ').match(/\b(?:19|20)\d\d\b/g) ?? [];
}

/** The text with a written year that follows the sign or the word replaced by the year taken. */
export function withYearTaken(text: string): string {
  return text.replace(
    /((?:©|\(c\)|\bcopyright)\s*)(?:19|20)\d\d(?:\s*[–-]\s*(?:19|20)?\d\d)?/i,
    '$1{{ year taken }}',
  );
}

/** "(c)" as the sign, where it stands for one. */
export function withSign(text: string): string {
  return text.replace(/\(c\)/gi, '©');
}
