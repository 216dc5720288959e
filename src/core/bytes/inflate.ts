import { Unzlib, zlibSync } from 'fflate';
import { FormatError } from '../problems/problem';
import { concat } from './bytes';

/** zlib data (RFC 1950) inflated to at most `maxBytes`; more, or broken data, throws. */
export function inflate(bytes: Uint8Array, maxBytes: number, part: string): Uint8Array {
  const parts: Uint8Array[] = [];
  let total = 0;
  let ended = false;
  const stream = new Unzlib((piece, final) => {
    total += piece.length;
    if (total > maxBytes)
      throw new FormatError('limit-exceeded', part, { expected: `at most ${maxBytes} bytes` });
    parts.push(piece);
    ended ||= final;
  });
  try {
    for (let at = 0; at < bytes.length; ) {
      const step = stepWithin(maxBytes - total);
      stream.push(bytes.subarray(at, at + step), at + step >= bytes.length);
      at += step;
    }
  } catch (error) {
    if (error instanceof FormatError) throw error;
    throw new FormatError('structure-broken', part, { found: 'compressed data' });
  }
  if (!ended) throw new FormatError('structure-broken', part, { found: 'compressed data' });
  return concat(parts);
}

/** Most that one octet may inflate to (RFC 1951: 258 octets by two bits). */
const MOST_EXPANSION = 1032;

/** So many octets at a time that what comes out cannot go far past what is allowed. */
function stepWithin(allowedBytes: number): number {
  return Math.min(16 * 1024, Math.max(64, Math.floor(allowedBytes / MOST_EXPANSION)));
}

/** Compresses in the zlib format (RFC 1950), at a level that is fast. */
export function deflate(bytes: Uint8Array): Uint8Array {
  return zlibSync(bytes);
}
