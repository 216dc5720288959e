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
  const STEP = 16 * 1024;
  try {
    for (let at = 0; at < bytes.length; at += STEP)
      stream.push(bytes.subarray(at, at + STEP), at + STEP >= bytes.length);
  } catch (error) {
    if (error instanceof FormatError) throw error;
    throw new FormatError('structure-broken', part, { found: 'compressed data' });
  }
  if (!ended) throw new FormatError('structure-broken', part, { found: 'compressed data' });
  return concat(parts);
}

export function deflate(bytes: Uint8Array): Uint8Array {
  return zlibSync(bytes);
}
