import { FormatError } from '../problems/problem';

/** Expands Brotli (RFC 7932) to at most `most` bytes; throws where it is broken or longer. */
export type BrotliDecoder = (bytes: Uint8Array, most: number) => Uint8Array;

let decoder: BrotliDecoder | undefined;

/** Sets the decoder of the platform: the core has none. */
export function useBrotliDecoder(decode: BrotliDecoder): void {
  decoder = decode;
}

/** Throws FormatError where the data is broken or too long, or the platform gave no decoder. */
export function expandBrotli(bytes: Uint8Array, most: number, part: string): Uint8Array {
  try {
    if (decoder) return decoder(bytes, most);
  } catch {
    // Broken, or longer than `most`.
  }
  throw new FormatError('structure-broken', part, { found: 'Brotli' });
}
