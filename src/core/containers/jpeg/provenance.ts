import { equalBytes } from '../../bytes/bytes';
import type { Range } from '../../bytes/range';
import type { ByteSource } from '../../bytes/source';
import type { Segment } from './structure';

const APP11 = 0xeb;
const MARKER = 4;
/** "JP" and the number of the box that the segment belongs to. */
const INSTANCE = 4;
const SEQUENCE = 4;
const BOX_HEAD = 8;

/** The portions of the manifest store: each further segment repeats the head of the box (C2PA 2.1, A.3.1, from memory). */
export async function provenancePortions(
  segments: readonly Segment[],
  source: ByteSource,
): Promise<readonly Range[]> {
  const first = segments.findIndex(({ kind }) => kind === 'provenance');
  const found: Range[] = [];
  let instance: Uint8Array | undefined;
  for (const { marker, start, end } of first === -1 ? [] : segments.slice(first)) {
    const at = start + MARKER + INSTANCE + SEQUENCE;
    if (marker !== APP11 || end < at + BOX_HEAD) continue;
    const head = await source.read(start + MARKER, INSTANCE + SEQUENCE + BOX_HEAD);
    instance ??= head.slice(0, INSTANCE);
    if (!equalBytes(head.subarray(0, INSTANCE), instance)) continue;
    // A size of 1 says that 64 bits of the size follow.
    const repeated = head[INSTANCE + SEQUENCE + 3] === 1 && head[INSTANCE + SEQUENCE] === 0 ? 16 : BOX_HEAD;
    found.push({ start: found.length === 0 ? at : Math.min(end, at + repeated), end });
  }
  return found;
}
