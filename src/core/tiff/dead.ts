import { overlap, type Range } from '../bytes/range';
import { FormatError } from '../problems/problem';
import type { Ifd, IfdEntry } from './ifd';

/** Where the octets of a value are: in its entry's field, or where the field points. */
function spanOfValue(one: IfdEntry): Range {
  const length = one.byteLength <= one.field.length ? one.field.length : one.byteLength;
  return { start: one.valueAt, end: one.valueAt + length };
}

/**
 * The former values of changed entries, as far as they are in front of `base` and nothing that lives uses
 * a byte of them: what was erased is overwritten there, not only no longer pointed at.
 */
export function deadSpans(former: readonly IfdEntry[], live: readonly Range[], base: number): Range[] {
  return former
    .map(spanOfValue)
    .filter((span) => span.end <= base && !live.some((one) => overlap(span, one)))
    .sort((a, b) => a.start - b.start)
    .reduce<{ start: number; end: number }[]>((joined, { start, end }) => {
      const last = joined.at(-1);
      if (last && start <= last.end) last.end = Math.max(last.end, end);
      else joined.push({ start, end });
      return joined;
    }, []);
}

/** The values of entries that a directory points at; those that fit into an entry live with its directory. */
export function valueSpans(ifd: Ifd | undefined, without: ReadonlySet<number> = new Set()): Range[] {
  return (ifd?.entries ?? [])
    .filter((one) => !without.has(one.tag) && one.byteLength > one.field.length)
    .map(spanOfValue);
}

/**
 * Refuses a structure that uses octets of its own header, which only a broken one does: its picture, table or value
 * would become another when the header points at another first directory.
 */
export function refuseUseOfHeader(
  ifds: readonly (Ifd | undefined)[],
  ranges: readonly Range[],
  header: number,
  part: string,
): void {
  const used = [
    ...ranges,
    ...ifds.flatMap((ifd) => [
      ...valueSpans(ifd),
      ...(ifd ? [{ start: ifd.offset, end: ifd.offset + 1 }] : []),
    ]),
  ];
  if (used.some(({ start }) => start < header))
    throw new FormatError('structure-broken', part, { found: 'data in the header' });
}
