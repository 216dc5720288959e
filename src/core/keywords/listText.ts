import { closingSign } from '../templates/grammar';

/*
 * A list in one line of text: its items parted by separators. An item that holds a separator, begins with a
 * quotation mark or has blanks at its ends is in double quotes, doubled inside. What is in
 * placeholders and phrases of a template parts nothing.
 */
const KEYWORD_SEPARATORS = ',;\n\r\t\u3001\uff0c\uff1b';
/** A name may hold a comma. */
const NAME_SEPARATORS = ';\n\r';

/** The characters that part items: more of them for keywords than for names. */
export function separatorsOf(keywords: boolean): string {
  return keywords ? KEYWORD_SEPARATORS : NAME_SEPARATORS;
}

/** The items of a typed list, without empty ones. One pass. */
export function splitList(text: string, separators: string): string[] {
  const items: string[] = [];
  /** Closing signs that are looked for in vain from here on. */
  const missing = new Set<string>();
  for (let at = 0; at < text.length; ) {
    while (at < text.length && (isBlank(text[at]!) || separators.includes(text[at]!))) at++;
    const quoted = text[at] === '"' ? quotedItem(text, at, separators) : undefined;
    const end = quoted?.end ?? itemEnd(text, at, separators, missing);
    const item = quoted?.item ?? text.slice(at, end).trim();
    if (item !== '') items.push(item);
    at = end + 1;
  }
  return items;
}

/** Items as one line of text; splitList gives them again. */
export function joinList(items: readonly string[], separators: string): string {
  const quoted = (item: string) => `"${item.replaceAll('"', '""')}"`;
  const written = items.map((item) => {
    const [back, ...more] = splitList(item, separators);
    return back === item && more.length === 0 ? item : quoted(item);
  });
  return written.join(separators.startsWith(',') ? ', ' : '; ');
}

function isBlank(sign: string): boolean {
  return sign.trim() === '';
}

function itemEnd(text: string, from: number, separators: string, missing: Set<string>): number {
  for (let at = from; at < text.length; at++) {
    if (separators.includes(text[at]!)) return at;
    const close = closingSign(text, at);
    if (!close || missing.has(close)) continue;
    const end = text.indexOf(close, at + 2);
    if (end === -1) missing.add(close);
    else at = end + 1;
  }
  return text.length;
}

/** An item in quotes; undefined where the closing quote is missing, or something follows it. */
export function quotedItem(
  text: string,
  from: number,
  separators: string,
): { item: string; end: number } | undefined {
  const parts: string[] = [];
  for (let at = from + 1; ; ) {
    const quote = text.indexOf('"', at);
    if (quote === -1) return undefined;
    parts.push(text.slice(at, quote));
    if (text[quote + 1] === '"') {
      parts.push('"');
      at = quote + 2;
      continue;
    }
    let end = quote + 1;
    while (end < text.length && isBlank(text[end]!) && !separators.includes(text[end]!)) end++;
    return end >= text.length || separators.includes(text[end]!) ? { item: parts.join(''), end } : undefined;
  }
}
