import { ascii, concat, indexOfBytes } from '../bytes/bytes';
import { limits } from '../bytes/limits';
import { decodeUtf8, encodeUtf8 } from '../bytes/text';
import { FormatError } from '../problems/problem';
import type { XmpModel } from './model';
import { xmpFromXml } from './rdf';
import { serialiseRdf } from './serialise';
import { parseXml } from './xml';

/** The packet wrapper (ISO 16684-1, 7.3.2); the id is fixed by the standard. */
const HEADER = '<?xpacket begin="\ufeff" id="W5M0MpCehiHzreSzNTczkc9d"?>\n';
const TRAILER = '<?xpacket end="w"?>';
const PADDING_BYTES = 2048;
/** Where an XML declaration is looked for. */
const HEAD_CHARACTERS = 512;

/** Decodes a packet: UTF-8, UTF-16 or UTF-32, with or without wrapper. Throws FormatError. */
export function decodeXmp(bytes: Uint8Array): XmpModel {
  return xmpFromXml(parseXml(withoutTrailer(packetText(bytes))));
}

/**
 * Without trailer and padding: kilobytes of blanks that a parser would look at one by one. An XML
 * declaration behind the packet's header, where XML allows none, is taken for white space.
 */
function withoutTrailer(text: string): string {
  const end = text.lastIndexOf('<?xpacket end');
  const bare = end === -1 ? text : text.slice(0, end).trimEnd();
  const declaration = bare.slice(0, HEAD_CHARACTERS).indexOf('<?xml ');
  if (declaration < 1) return bare;
  const close = bare.indexOf('?>', declaration);
  return close === -1 ? bare : `${bare.slice(0, declaration)}${bare.slice(close + 2)}`;
}

/** The packet as text, without byte order mark, trailing zero bytes and padding. */
export function packetText(bytes: Uint8Array): string {
  if (bytes.length > limits.xmpBytes)
    throw new FormatError('limit-exceeded', 'XMP', { expected: `at most ${limits.xmpBytes} bytes` });
  const text = withoutFillers(decodeUnicode(bytes));
  if (text === undefined) throw new FormatError('xmp-not-well-formed', 'XMP', { expected: 'Unicode text' });
  const end = text.lastIndexOf('<?xpacket end');
  const close = end === -1 ? -1 : text.indexOf('?>', end);
  return close === -1 ? text : text.slice(0, close + 2);
}

/** Without byte order mark, blanks at both ends, and NULs at the end. */
function withoutFillers(text: string | undefined): string | undefined {
  if (text === undefined) return undefined;
  let end = text.length;
  while (end > 0 && text.charCodeAt(end - 1) === 0) end--;
  return text.slice(text.charCodeAt(0) === 0xfeff ? 1 : 0, end).trim();
}

function decodeUnicode(bytes: Uint8Array): string | undefined {
  const [a, b, c, d] = bytes;
  if (a === 0 && b === 0 && (c === 0xfe || c === 0)) return decodeWide(bytes, 4, false);
  if ((a === 0xff && b === 0xfe && c === 0 && d === 0) || (a === 0x3c && b === 0 && c === 0 && d === 0))
    return decodeWide(bytes, 4, true);
  if ((a === 0xfe && b === 0xff) || (a === 0 && b === 0x3c)) return decodeWide(bytes, 2, false);
  if ((a === 0xff && b === 0xfe) || (a === 0x3c && b === 0)) return decodeWide(bytes, 2, true);
  return decodeUtf8(bytes);
}

function decodeWide(bytes: Uint8Array, width: 2 | 4, little: boolean): string | undefined {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const units: string[] = [];
  for (let at = 0; at + width <= bytes.length; at += width) {
    const unit = width === 2 ? view.getUint16(at, little) : view.getUint32(at, little);
    if (unit > 0x10ffff) return undefined;
    units.push(width === 2 ? String.fromCharCode(unit) : String.fromCodePoint(unit));
  }
  return units.join('');
}

/**
 * A UTF-8 packet. Where `wishedBytes` leaves room, the padding makes the packet exactly that long, so
 * that nothing behind it moves; otherwise two kilobytes of padding, as the standard advises, less where
 * `maxBytes` is near. Returns undefined when the packet cannot be kept within `maxBytes`.
 */
export function encodeXmp(
  model: XmpModel,
  room: { wishedBytes?: number; maxBytes?: number } = {},
): Uint8Array | undefined {
  const head = encodeUtf8(`${HEADER}${serialiseRdf(model)}\n`);
  const tail = encodeUtf8(TRAILER);
  const bare = head.length + tail.length;
  const max = room.maxBytes ?? limits.xmpBytes;
  if (bare > max) return undefined;
  const size =
    room.wishedBytes !== undefined && room.wishedBytes >= bare && room.wishedBytes <= max
      ? room.wishedBytes
      : undefined;
  const padding = size === undefined ? Math.min(PADDING_BYTES, max - bare) : size - bare;
  return concat([head, paddingOf(padding), tail]);
}

function paddingOf(bytes: number): Uint8Array {
  const padding = new Uint8Array(bytes).fill(0x20);
  for (let at = 99; at < bytes; at += 100) padding[at] = 0x0a;
  if (bytes > 0) padding[bytes - 1] = 0x0a;
  return padding;
}

/** Finds packets in bytes of unknown make-up, by their wrapper. Offsets from the start of `bytes`. */
export function findPackets(bytes: Uint8Array): { start: number; end: number }[] {
  const found: { start: number; end: number }[] = [];
  const opening = ascii('<?xpacket begin=');
  const closing = ascii('<?xpacket end=');
  for (let at = indexOfBytes(bytes, opening); at !== -1; at = indexOfBytes(bytes, opening, at + 1)) {
    const end = indexOfBytes(bytes, closing, at);
    const close = end === -1 ? -1 : indexOfBytes(bytes, ascii('?>'), end);
    if (close === -1) break;
    found.push({ start: at, end: close + 2 });
    at = close;
  }
  return found;
}
