/** A latitude and a longitude in decimal degrees, north and east positive. */
export interface Position {
  readonly latitude: string;
  readonly longitude: string;
}

const DECIMAL = /^([+-]?\d{1,2}(?:\.\d+)?)\s*[,;\s]\s*([+-]?\d{1,3}(?:\.\d+)?)$/;
const PART = String.raw`(\d{1,3}(?:\.\d+)?)\s*°\s*(?:(\d{1,2}(?:\.\d+)?)\s*[′'’]\s*)?(?:(\d{1,2}(?:\.\d+)?)\s*(?:″|"|”|'')\s*)?`;
const SEXAGESIMAL = new RegExp(String.raw`^${PART}([NS])[,;\s]*${PART}([EW])$`, 'i');
const DECIMALS = 7;

/**
 * A position as maps and people write it: "59.9139, 10.7522", or degrees, minutes and seconds with their
 * letters (common practice). Undefined where the text is none.
 */
export function positionsIn(text: string): Position | undefined {
  const trimmed = text.trim();
  const plain = DECIMAL.exec(trimmed);
  if (plain) return sound(Number(plain[1]), Number(plain[2]));
  const found = SEXAGESIMAL.exec(trimmed);
  if (!found) return undefined;
  const [, d1, m1, s1, north, d2, m2, s2, east] = found;
  if ([m1, s1, m2, s2].some((part) => Number(part ?? 0) >= 60)) return undefined;
  const degrees = (d?: string, m?: string, s?: string) =>
    Number(d) + Number(m ?? 0) / 60 + Number(s ?? 0) / 3600;
  return sound(
    degrees(d1, m1, s1) * (north!.toUpperCase() === 'S' ? -1 : 1),
    degrees(d2, m2, s2) * (east!.toUpperCase() === 'W' ? -1 : 1),
  );
}

function sound(latitude: number, longitude: number): Position | undefined {
  if (Math.abs(latitude) > 90 || Math.abs(longitude) > 180) return undefined;
  const text = (value: number) => String(Number(value.toFixed(DECIMALS)));
  return { latitude: text(latitude), longitude: text(longitude) };
}
