import { limits } from '../../bytes/limits';
import { ByteView } from '../../bytes/view';
import { attempt, FormatError } from '../../problems/problem';
import { entry, readHeader, readIfd } from '../../tiff/ifd';

/** Multi-Picture Format (CIPA DC-007, 5.2): offsets count from the MP header inside the APP2 segment. */
const HEADER_IN_SEGMENT = 8;
const TAG_MP_ENTRY = 0xb002;
const ENTRY_BYTES = 16;

export interface Movement {
  /** Where the MPF segment stood and stands, and by how much everything behind the first scan moves. */
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
  const tiff = segment.subarray(HEADER_IN_SEGMENT);
  const { order, firstIfd } = readHeader(tiff);
  const view = new ByteView(tiff, order, 'MPF');
  const entries = entry(readIfd(view, firstIfd, 'MPF').ifd, TAG_MP_ENTRY);
  if (!entries || !view.has(entries.valueAt, entries.byteLength)) throw new FormatError('mpf-broken', 'MPF');
  const count = Math.floor(entries.byteLength / ENTRY_BYTES);
  if (count > limits.mpfImages) throw new FormatError('limit-exceeded', 'MPF');
  const data = new DataView(tiff.buffer, tiff.byteOffset, tiff.byteLength);
  const little = order === 'little';
  for (let i = 0; i < count; i++) {
    const at = entries.valueAt + i * ENTRY_BYTES;
    const size = view.u32(at + 4);
    const offset = view.u32(at + 8);
    if (offset === 0) {
      data.setUint32(at + 4, size + move.scanDelta, little);
      continue;
    }
    const absolute = move.segmentFrom + HEADER_IN_SEGMENT + offset;
    if (absolute < move.scanAt) throw new FormatError('mpf-broken', 'MPF', { offset: at });
    data.setUint32(at + 8, absolute + move.scanDelta - (move.segmentTo + HEADER_IN_SEGMENT), little);
  }
}
