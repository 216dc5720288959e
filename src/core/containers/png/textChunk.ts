import { ascii, concat } from '../../bytes/bytes';
import { crc32 } from '../../bytes/crc32';
import { deflate, inflate } from '../../bytes/inflate';
import { limits } from '../../bytes/limits';
import { decodeLatin1, decodeUtf8Loosely, encodeUtf8 } from '../../bytes/text';
import { ByteWriter } from '../../bytes/writer';
import { FormatError } from '../../problems/problem';

/** A text chunk of PNG (third edition, 11.3.3): tEXt and zTXt in Latin-1, iTXt in UTF-8. */
export interface TextChunk {
  readonly keyword: string;
  /** The text's octets, inflated. */
  readonly bytes: Uint8Array;
  readonly utf8: boolean;
}

export const XMP_KEYWORD = 'XML:com.adobe.xmp';

export function decodeTextChunk(type: string, content: Uint8Array): TextChunk {
  const end = content.indexOf(0);
  if (end < 1 || end > 79) throw new FormatError('structure-broken', type, { expected: 'a keyword' });
  const keyword = decodeLatin1(content.subarray(0, end));
  const rest = content.subarray(end + 1);
  if (type === 'tEXt') return { keyword, bytes: rest, utf8: false };
  if (type === 'zTXt')
    return { keyword, bytes: inflate(rest.subarray(1), limits.inflatedBytes, keyword), utf8: false };
  const languageEnd = rest.indexOf(0, 2);
  const translatedEnd = languageEnd === -1 ? -1 : rest.indexOf(0, languageEnd + 1);
  if (translatedEnd === -1) throw new FormatError('structure-broken', type, { expected: 'iTXt' });
  const text = rest.subarray(translatedEnd + 1);
  const bytes = rest[0] === 1 ? inflate(text, limits.inflatedBytes, keyword) : text;
  return { keyword, bytes, utf8: true };
}

export function textOfChunk({ bytes, utf8 }: TextChunk): string {
  return utf8 ? decodeUtf8Loosely(bytes) : decodeLatin1(bytes);
}

/** Packets stand uncompressed, so that they can be found and changed in place (XMP part 3, 1.1.5). */
export function xmpChunk(packet: Uint8Array): Uint8Array {
  return pngChunk('iTXt', concat([ascii(`${XMP_KEYWORD}\0`), new Uint8Array(4), packet]));
}

/** tEXt where Latin-1 holds the text, else iTXt. */
export function plainTextChunk(keyword: string, text: string): Uint8Array {
  if (/^[\n\x20-\x7e\xa0-\xff]*$/.test(text))
    return pngChunk('tEXt', concat([ascii(`${keyword}\0`), Uint8Array.from(text, (c) => c.charCodeAt(0))]));
  return pngChunk('iTXt', concat([ascii(`${keyword}\0`), new Uint8Array(4), encodeUtf8(text)]));
}

const PROFILE = /^Raw profile type (\w+)$/;
const HEX_LINE = 72;

export function profileName(keyword: string): string | undefined {
  return PROFILE.exec(keyword)?.[1]?.toLowerCase();
}

/** A raw profile (common practice): a name, a count of octets, and hexadecimal digits over lines. */
export function decodeProfile(text: string): Uint8Array {
  const parts = /^\s*(\S+)\s+(\d+)\s+([0-9a-fA-F\s]*)$/.exec(text);
  const digits = parts?.[3]?.replace(/\s+/g, '') ?? '';
  const count = Number(parts?.[2] ?? -1);
  if (!parts || digits.length < count * 2) throw new FormatError('structure-broken', 'raw profile');
  return Uint8Array.from({ length: count }, (_, i) => Number.parseInt(digits.slice(i * 2, i * 2 + 2), 16));
}

export function profileChunk(keyword: string, bytes: Uint8Array): Uint8Array {
  const name = PROFILE.exec(keyword)?.[1] ?? 'iptc';
  const digits = Array.from(bytes, (byte) => byte.toString(16).padStart(2, '0')).join('');
  const lines = digits.match(new RegExp(`.{1,${HEX_LINE}}`, 'g')) ?? [];
  const text = ascii(`\n${name}\n${String(bytes.length).padStart(8)}\n${lines.join('\n')}\n`);
  return pngChunk('zTXt', concat([ascii(`${keyword}\0`), new Uint8Array(1), deflate(text)]));
}

export function pngChunk(type: string, content: Uint8Array): Uint8Array {
  const body = concat([ascii(type), content]);
  return new ByteWriter('big', body.length + 8).u32(content.length).bytes(body).u32(crc32(body)).done();
}
