import { indexOfBytes } from '../bytes/bytes';
import type { ByteSource } from '../bytes/source';
import type { OpenedContainer } from '../containers/registry';

/** What of a file is no picture data, so that a value is found in it. */
export interface Metadata {
  /** Where octets are in the file, and from where on to look for the next. */
  find(octets: Uint8Array, from: number): { readonly at: number; readonly next: number } | undefined;
}

/** Octets of one file that are looked through. */
const MOST = 8 * 1024 * 1024;

/**
 * The parts of a file around its picture data. A TIFF's values are put together from all over it: they are described by its
 * directories instead.
 */
export async function metadataOf(source: ByteSource, container: OpenedContainer): Promise<Metadata> {
  if (['tiff', 'dng', 'raw'].includes(container.id)) return { find: () => undefined };
  const picture = [...(await container.pictureRanges(source))].sort((a, b) => a.start - b.start);
  const pieces: { readonly at: number; readonly bytes: Uint8Array }[] = [];
  let at = 0;
  let left = MOST;
  for (const { start, end } of [...picture, { start: source.size, end: source.size }]) {
    const length = Math.min(start - at, left);
    if (length > 0) pieces.push({ at, bytes: await source.read(at, length) });
    left -= Math.max(0, length);
    at = Math.max(at, end);
  }
  return {
    find(octets, from) {
      for (const piece of pieces) {
        if (piece.at + piece.bytes.length <= from) continue;
        const begin = Math.max(0, from - piece.at);
        const found = indexOfBytes(piece.bytes.subarray(begin), octets);
        if (found !== -1) {
          const where = piece.at + begin + found;
          return { at: where, next: where + octets.length };
        }
      }
      return undefined;
    },
  };
}
