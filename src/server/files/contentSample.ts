import { createHash } from 'node:crypto';
import type { Range } from '../../core/bytes/range';
import type { ByteSource } from '../../core/bytes/source';
import type { OpenedContainer } from '../../core/containers/registry';

const WINDOW = 32 * 1024;

/**
 * A sample of the picture data: its length, and a SHA-256 over its beginning, middle and end.
 * Pictures with different samples differ; whether those with the same sample are the same, their content
 * identity tells. So a card of thousands is compared without reading it whole.
 */
export async function contentSample(
  source: ByteSource,
  container: Pick<OpenedContainer, 'pictureRanges'>,
): Promise<string> {
  const ranges = await container.pictureRanges(source);
  const length = ranges.reduce((sum, one) => sum + one.end - one.start, 0);
  const hash = createHash('sha256');
  for (const from of windows(length))
    for (const piece of within(ranges, from, WINDOW))
      hash.update(await source.read(piece.start, piece.end - piece.start));
  return `${length}:${hash.digest('hex').slice(0, 32)}`;
}

function windows(length: number): number[] {
  if (length <= 3 * WINDOW) return [0, WINDOW, 2 * WINDOW];
  return [0, Math.floor((length - WINDOW) / 2), length - WINDOW];
}

/** The part [from, from + length) of ranges that are one behind the other. */
function within(ranges: readonly Range[], from: number, length: number): Range[] {
  const pieces: Range[] = [];
  let at = 0;
  for (const { start, end } of ranges) {
    const first = Math.max(from, at);
    const last = Math.min(from + length, at + end - start);
    if (last > first) pieces.push({ start: start + first - at, end: start + last - at });
    at += end - start;
  }
  return pieces;
}
