import type { ByteSource } from '../../bytes/source';

/** Bytes that are read from the end; further back in larger steps. */
const FIRST_STEP = 4096;
const STEP = 256 * 1024;

/**
 * Whether the scans of a JPEG lack their End Of Image marker (ISO/IEC 10918-1, B.2.1): the file was cut. Within coded
 * data 0xFF is never followed by 0xD9 (B.1.1.5); behind the marker other data may be. `scanAt`: the first scan.
 */
export async function isScanCut(source: ByteSource, scanAt: number): Promise<boolean> {
  for (let end = source.size, step = FIRST_STEP; end > scanAt; end -= step - 1, step = STEP) {
    const start = Math.max(scanAt, end - step);
    const bytes = await source.read(start, end - start);
    for (let at = bytes.length - 2; at >= 0; at--)
      if (bytes[at] === 0xff && bytes[at + 1] === 0xd9) return false;
    if (start === scanAt) break;
  }
  return true;
}
