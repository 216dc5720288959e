import { limits } from '../../bytes/limits';
import type { Range } from '../../bytes/range';
import { ByteView } from '../../bytes/view';
import { attempt, FormatError } from '../../problems/problem';
import { entry, readHeader, readIfd } from '../../tiff/ifd';

/** Multi-Picture Format (CIPA DC-007, 5.2): offsets count from the MP header inside the APP2 segment. */
const HEADER_IN_SEGMENT = 8;
const TAG_MP_ENTRY = 0xb002;
const ENTRY_BYTES = 16;
const TYPE_CODE = 0x00ffffff;
const LARGE_THUMBNAILS = [0x010001, 0x010002];

export interface Movement {
  /** Where the MPF segment was and is, and by how much everything behind the first scan moves. */
  readonly segmentFrom: number;
  readonly segmentTo: number;
  readonly scanAt: number;
  readonly scanDelta: number;
}

/** The segment with its offsets following the move, or undefined when the index cannot be read. */
export function moveMpf(segment: Uint8Array, move: Movement): Uint8Array | undefined {
  const moved = segment.slice();
  const tried = attempt(() => patchEntries(moved, move));
  return 'problem' in tried ? undefined : moved;
}

function patchEntries(segment: Uint8Array, move: Movement): void {
  const { tiff, order, images } = readEntries(segment);
  const data = new DataView(tiff.buffer, tiff.byteOffset, tiff.byteLength);
  const little = order === 'little';
  for (const { at, size, offset } of images) {
    if (offset === 0) {
      data.setUint32(at + 4, size + move.scanDelta, little);
      continue;
    }
    const absolute = move.segmentFrom + HEADER_IN_SEGMENT + offset;
    if (absolute < move.scanAt) throw new FormatError('mpf-broken', 'MPF', { offset: at });
    data.setUint32(at + 8, absolute + move.scanDelta - (move.segmentTo + HEADER_IN_SEGMENT), little);
  }
}

/** The images of the index: where their entry is in the MP header, their class, size and offset. */
function readEntries(segment: Uint8Array) {
  const tiff = segment.subarray(HEADER_IN_SEGMENT);
  const { order, firstIfd } = readHeader(tiff);
  const view = new ByteView(tiff, order, 'MPF');
  const entries = entry(readIfd(view, firstIfd, 'MPF').ifd, TAG_MP_ENTRY);
  if (!entries || !view.has(entries.valueAt, entries.byteLength)) throw new FormatError('mpf-broken', 'MPF');
  const count = Math.floor(entries.byteLength / ENTRY_BYTES);
  if (count > limits.mpfImages) throw new FormatError('limit-exceeded', 'MPF');
  const images = Array.from({ length: count }, (_, i) => {
    const at = entries.valueAt + i * ENTRY_BYTES;
    return { at, kind: view.u32(at) & TYPE_CODE, size: view.u32(at + 4), offset: view.u32(at + 8) };
  });
  return { tiff, order, images };
}

/** Octets of the first image, with which the file begins; undefined where the index cannot be read. */
export function firstImageBytes(segment: Uint8Array): number | undefined {
  const tried = attempt(() => readEntries(segment).images);
  return 'value' in tried
    ? tried.value.find(({ offset, size }) => offset === 0 && size > 0)?.size
    : undefined;
}

/**
 * The largest image that the index calls a large thumbnail (CIPA DC-007, 5.2.3.3.1: class 1 VGA, class 2
 * full HD): the same picture, smaller. Undefined where there is none, or the index cannot be read.
 */
export function largeThumbnail(segment: Uint8Array, segmentAt: number, fileSize: number): Range | undefined {
  const tried = attempt(() => readEntries(segment).images);
  if ('problem' in tried) return undefined;
  const [largest] = tried.value
    .filter(({ kind, offset, size }) => LARGE_THUMBNAILS.includes(kind) && offset > 0 && size > 0)
    .map(({ offset, size }) => {
      const start = segmentAt + HEADER_IN_SEGMENT + offset;
      return { start, end: start + size };
    })
    .filter(({ end }) => end <= fileSize)
    .sort((a, b) => b.end - b.start - (a.end - a.start));
  return largest;
}
