import { quotedItem } from '../keywords/listText';

/**
 * Several creators in one Exif Artist: separated by "; ", a name that holds a semicolon or starts with a
 * quotation mark is in double quotes, doubled inside (Metadata Working Group guidelines 2.0, 5.8).
 */
export function joinArtists(names: readonly string[]): string {
  return names.map((name) => (/[;"]/.test(name) ? `"${name.replaceAll('"', '""')}"` : name)).join('; ');
}

/** The names of a text; one that is not closed as it was opened is taken as it is. One pass. */
export function splitArtist(text: string): string[] {
  const names: string[] = [];
  for (let at = 0; at < text.length; ) {
    while (at < text.length && /[\s;]/.test(text[at]!)) at++;
    const quoted = text[at] === '"' ? quotedItem(text, at, ';') : undefined;
    const end = quoted?.end ?? endOf(text, at);
    const name = quoted?.item.trim() ?? text.slice(at, end).trim();
    if (name !== '') names.push(name);
    at = end + 1;
  }
  return names.length > 0 ? names : [text];
}

function endOf(text: string, from: number): number {
  const at = text.indexOf(';', from);
  return at === -1 ? text.length : at;
}
