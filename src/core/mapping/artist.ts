/**
 * Several creators in one Exif Artist: separated by "; ", a name that holds a semicolon or starts with a
 * quotation mark stands in double quotes, doubled inside (Metadata Working Group guidelines 2.0, 5.8).
 */
export function joinArtists(names: readonly string[]): string {
  return names.map((name) => (/[;"]/.test(name) ? `"${name.replaceAll('"', '""')}"` : name)).join('; ');
}

export function splitArtist(text: string): string[] {
  const names: string[] = [];
  const pattern = /\s*(?:"((?:[^"]|"")*)"|([^;]*))\s*(?:;|$)/gy;
  for (let found = pattern.exec(text); found && found[0] !== ''; found = pattern.exec(text)) {
    const name = (found[1] === undefined ? (found[2] ?? '') : found[1].replaceAll('""', '"')).trim();
    if (name !== '') names.push(name);
  }
  return names.length > 0 ? names : [text];
}
