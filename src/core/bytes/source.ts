import { FormatError } from '../problems/problem';

/** Positional reads of a file. `read` returns exactly `length` bytes or throws `out-of-bounds`. */
export interface ByteSource {
  readonly size: number;
  read(start: number, length: number): Promise<Uint8Array>;
}

/** Bytes in memory as a source; reads past the end throw `out-of-bounds`. */
export function memorySource(bytes: Uint8Array): ByteSource {
  return {
    size: bytes.length,
    async read(start, length) {
      assertInside(start, length, bytes.length);
      return bytes.subarray(start, start + length);
    },
  };
}

/** Keeps one window of the source, so that a walk over small structures makes few reads. */
export function windowed(source: ByteSource, windowBytes = 64 * 1024): ByteSource {
  let start = 0;
  let held: Uint8Array = new Uint8Array(0);
  return {
    size: source.size,
    async read(at, length) {
      assertInside(at, length, source.size);
      if (length > windowBytes) return source.read(at, length);
      if (at < start || at + length > start + held.length) {
        held = await source.read(at, Math.min(windowBytes, source.size - at));
        start = at;
      }
      return held.subarray(at - start, at - start + length);
    },
  };
}

/** Throws `out-of-bounds` where [start, start + length) does not lie within `size` bytes. */
export function assertInside(start: number, length: number, size: number): void {
  if (
    !Number.isSafeInteger(start) ||
    !Number.isSafeInteger(length) ||
    start < 0 ||
    length < 0 ||
    start + length > size
  ) {
    throw new FormatError('out-of-bounds', 'file', {
      offset: start,
      expected: `${length} bytes`,
      found: `${Math.max(0, size - start)} bytes`,
    });
  }
}
