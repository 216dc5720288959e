import { ascii, concat } from '../../bytes/bytes';
import { crc32 } from '../../bytes/crc32';
import { inflate } from '../../bytes/inflate';
import { decodeLatin1, decodeUtf8Loosely, encodeUtf8 } from '../../bytes/text';
import { ByteWriter } from '../../bytes/writer';
import { FormatError } from '../../problems/problem';

/** A text chunk of PNG (third edition, 11.3.3): tEXt and zTXt in Latin-1, iTXt in UTF-8. */
export interface TextChunk {
  /** The text's octets, inflated. */
  readonly bytes: Uint8Array;
  readonly utf8: boolean;
}

export const XMP_KEYWORD = 'XML:com.adobe.xmp';
/** Octets of a keyword with the NUL behind it. */
export const KEYWORD_BYTES = 80;
export const TEXT_TYPES = ['tEXt', 'zTXt', 'iTXt'];

/** The keyword with which a text chunk's content begins, or undefined where it has none. */
export function keywordOf(content: Uint8Array): string | undefined {
  const end = content.subarray(0, KEYWORD_BYTES).indexOf(0);
  return end < 1 ? undefined : decodeLatin1(content.subarray(0, end));
}

/** Throws where the text is broken, or larger than `maxBytes` when it is inflated. */
export function decodeTextChunk(type: string, content: Uint8Array, maxBytes: number): TextChunk {
  const keyword = keywordOf(content);
  if (keyword === undefined) throw new FormatError('structure-broken', type, { expected: 'a keyword' });
  const rest = content.subarray(keyword.length + 1);
  const bounded = (bytes: Uint8Array) => {
    if (bytes.length > maxBytes)
      throw new FormatError('limit-exceeded', keyword, { expected: `at most ${maxBytes} bytes` });
    return bytes;
  };
  if (type === 'tEXt') return { bytes: bounded(rest), utf8: false };
  if (type === 'zTXt') return { bytes: inflate(rest.subarray(1), maxBytes, keyword), utf8: false };
  const languageEnd = rest.indexOf(0, 2);
  const translatedEnd = languageEnd === -1 ? -1 : rest.indexOf(0, languageEnd + 1);
  if (translatedEnd === -1) throw new FormatError('structure-broken', type, { expected: 'iTXt' });
  const text = rest.subarray(translatedEnd + 1);
  return { bytes: rest[0] === 1 ? inflate(text, maxBytes, keyword) : bounded(text), utf8: true };
}

/** The text of a chunk by its encoding. */
export function textOfChunk({ bytes, utf8 }: TextChunk): string {
  return utf8 ? decodeUtf8Loosely(bytes) : decodeLatin1(bytes);
}

/** Packets are uncompressed, so that they can be found and changed in place (XMP part 3, 1.1.5). */
export function xmpChunk(packet: Uint8Array): Uint8Array {
  return pngChunk('iTXt', concat([ascii(`${XMP_KEYWORD}\0`), new Uint8Array(4), packet]));
}

/** tEXt where Latin-1 holds the text, else iTXt. */
export function plainTextChunk(keyword: string, text: string): Uint8Array {
  if (/^[\n\x20-\x7e\xa0-\xff]*$/.test(text))
    return pngChunk('tEXt', concat([ascii(`${keyword}\0`), Uint8Array.from(text, (c) => c.charCodeAt(0))]));
  return pngChunk('iTXt', concat([ascii(`${keyword}\0`), new Uint8Array(4), encodeUtf8(text)]));
}

/** A chunk with its length and CRC (third edition, 5.3). */
export function pngChunk(type: string, content: Uint8Array): Uint8Array {
  const body = concat([ascii(type), content]);
  return new ByteWriter('big', body.length + 8).u32(content.length).bytes(body).u32(crc32(body)).done();
}
