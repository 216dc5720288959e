import { equalBytes } from '../bytes/bytes';
import { limits } from '../bytes/limits';
import type { Range } from '../bytes/range';
import type { ByteSource } from '../bytes/source';
import { ByteWriter } from '../bytes/writer';
import { excludedBoxes } from './boxExclusions';
import { algorithmOf, type Cbor, digests, listOf } from './claimValues';

const AT_ONCE = 1024 * 1024;
/** Larger files are not digested: that would take minutes. */
const MOST_DIGESTED = 2 * 1024 ** 3;

/** `unknown` for a digest that is not recomputed here. */
export type FileState = 'matches' | 'differs' | 'unknown';

/**
 * Whether a file is the one that was signed: its digest without the ranges (`c2pa.hash.data`) or the boxes (`c2pa.hash.bmff`)
 * that the assertion excludes (C2PA 2.1, 18.6 and 18.7).
 */
export async function fileState(
  { ranges, boxes }: { readonly ranges: Cbor | undefined; readonly boxes: Cbor | undefined },
  claim: Cbor,
  source: ByteSource,
): Promise<FileState> {
  const assertion = ranges ?? boxes;
  if (!assertion || source.size > MOST_DIGESTED) return 'unknown';
  const { hash, alg, name, exclusions, merkle } = assertion;
  const algorithm = algorithmOf(alg, claim.alg);
  // Of a movie in fragments each part has a digest of its own.
  if (
    !algorithm ||
    !(hash instanceof Uint8Array) ||
    (name !== undefined && typeof name !== 'string') ||
    merkle
  )
    return 'unknown';
  const excluded = ranges
    ? { left: excludedRanges(exclusions), tops: [] }
    : await excludedBoxes(exclusions, source);
  if (!excluded?.left) return 'unknown';
  const digest = await digestWithout(excluded.left, excluded.tops, digests[algorithm]!.create(), source);
  return equalBytes(digest, hash) ? 'matches' : 'differs';
}

function excludedRanges(exclusions: unknown): Range[] | undefined {
  const left = listOf(exclusions).map(({ start, length }): Range => {
    const from = Number(start);
    return { start: from, end: from + Number(length) };
  });
  if (left.length > limits.containerParts || left.some(({ start, end }) => !(start >= 0 && end >= start)))
    return undefined;
  return left;
}

/** The digest of what is not left out; the offset of each box at `tops` goes into it as 64 bits before the box. */
async function digestWithout(
  left: readonly Range[],
  tops: readonly number[],
  digest: { update(bytes: Uint8Array): unknown; digest(): Uint8Array },
  source: ByteSource,
): Promise<Uint8Array> {
  let at = 0;
  let nextTop = 0;
  const take = async (end: number) => {
    while (at < end) {
      for (; tops[nextTop]! <= at; nextTop++)
        if (tops[nextTop] === at) digest.update(new ByteWriter('big', 8).u64(at).done());
      const length = Math.min(AT_ONCE, Math.min(end, tops[nextTop] ?? end) - at);
      digest.update(await source.read(at, length));
      at += length;
    }
  };
  for (const { start, end } of [...left].sort((a, b) => a.start - b.start)) {
    await take(Math.min(start, source.size));
    at = Math.max(at, end);
  }
  await take(source.size);
  return digest.digest();
}
