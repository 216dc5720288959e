const encoder = new TextEncoder();
const strictUtf8 = new TextDecoder('utf-8', { fatal: true, ignoreBOM: true });
const looseUtf8 = new TextDecoder('utf-8', { ignoreBOM: true });
/** Windows-1252 from 0x80 to 0x9F (WHATWG Encoding, index windows-1252). Node 20's decoder takes it for Latin-1. */
const windows1252 = '€\x81‚ƒ„…†‡ˆ‰Š‹Œ\x8dŽ\x8f\x90‘’“”•–—˜™š›œ\x9džŸ';

/** The octets of a text in UTF-8 (RFC 3629). */
export function encodeUtf8(text: string): Uint8Array<ArrayBuffer> {
  return encoder.encode(text) as Uint8Array<ArrayBuffer>;
}

/** The text, or undefined when the bytes are not valid UTF-8. */
export function decodeUtf8(bytes: Uint8Array): string | undefined {
  try {
    return strictUtf8.decode(bytes);
  } catch {
    return undefined;
  }
}

/** Always gives a text; bytes that are not UTF-8 become U+FFFD. For showing only. */
export function decodeUtf8Loosely(bytes: Uint8Array): string {
  return looseUtf8.decode(bytes);
}

/** Text of octets in windows-1252 (WHATWG Encoding, 9.1); every octet has a character. */
export function decodeWindows1252(bytes: Uint8Array): string {
  let text = '';
  for (const byte of bytes)
    text += byte >= 0x80 && byte < 0xa0 ? windows1252[byte - 0x80] : String.fromCharCode(byte);
  return text;
}

/** Text of octets in ISO 8859-1; every octet has a character. */
export function decodeLatin1(bytes: Uint8Array): string {
  let text = '';
  for (const byte of bytes) text += String.fromCharCode(byte);
  return text;
}

/** Text of octets in UTF-16, the high octet first; an odd last octet is left out. */
export function decodeUtf16(bytes: Uint8Array): string {
  let text = '';
  for (let at = 0; at + 1 < bytes.length; at += 2)
    text += String.fromCharCode(bytes[at]! * 256 + bytes[at + 1]!);
  return text;
}

/** Whether all octets are below 0x80. */
export function isAscii(bytes: Uint8Array): boolean {
  return bytes.every((byte) => byte < 0x80);
}

/** Length in octets of a text in UTF-8, without encoding it. */
export function utf8Length(text: string): number {
  return encodeUtf8(text).length;
}

/**
 * The longest beginning of `text` that fits into `maxBytes` bytes of UTF-8 and ends at a grapheme's
 * edge as far as code points tell: never inside a surrogate pair, before a combining mark, a variation
 * selector, or on either side of a zero-width joiner.
 */
export function cutUtf8(text: string, maxBytes: number): string {
  if (utf8Length(text) <= maxBytes) return text;
  const points = [...text];
  let bytes = 0;
  let count = 0;
  for (const point of points) {
    bytes += utf8Length(point);
    if (bytes > maxBytes) break;
    count++;
  }
  while (count > 0 && (clings(points[count]) || points[count - 1] === '\u200d')) count--;
  return points.slice(0, count).join('');
}

function clings(point: string | undefined): boolean {
  return point !== undefined && /^(?:\p{M}|\u200d|[\u{1f3fb}-\u{1f3ff}])$/u.test(point);
}
