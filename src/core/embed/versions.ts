import type { Lineage } from './lineage';

/** Facts by which two pictures are versions of one. */
export interface VersionClues {
  readonly id: string;
  readonly name: string;
  /** Date Created, ISO 8601. */
  readonly taken?: string | undefined;
  readonly camera?: string | undefined;
  readonly pixels?: { readonly width: number; readonly height: number } | null | undefined;
  readonly lineage: Lineage;
}

/** More pictures of one camera in one second, or of one origin, are not versions: the camera clock has stopped. */
const MOST_TOGETHER = 40;
const WITH_SECONDS = /T\d{2}:\d{2}:\d{2}/;
const stemOf = (name: string) => name.replace(/\.[^.]*$/, '').toLowerCase();

/**
 * Groups of versions: the XMP of one names the other, or both, as its origin; or camera and second of capture
 * are the same, and the name or the number of pixels tells a copy from the next picture of a burst (common
 * practice). Groups of one are left out.
 */
export function versionsAmong(pictures: readonly VersionClues[]): string[][] {
  const groups = new Map<string, Set<string>>();
  const join = (a: string, b: string) => {
    const [one, other] = [groups.get(a) ?? new Set([a]), groups.get(b) ?? new Set([b])];
    if (one === other) return;
    for (const id of other) one.add(id);
    for (const id of one) groups.set(id, one);
  };
  for (const some of bucketed(pictures, idsOf)) for (const one of some.slice(1)) join(some[0]!.id, one.id);
  for (const some of bucketed(pictures, (one) => shotOf(one) ?? []))
    for (const [at, one] of some.entries())
      for (const other of some.slice(at + 1)) if (isCopy(one, other)) join(one.id, other.id);
  return [...new Set(groups.values())].map((group) => [...group]);
}

function bucketed(
  pictures: readonly VersionClues[],
  keysOf: (one: VersionClues) => readonly string[],
): VersionClues[][] {
  const buckets = new Map<string, VersionClues[]>();
  for (const one of pictures)
    for (const key of new Set(keysOf(one))) {
      const bucket = buckets.get(key);
      if (bucket) bucket.push(one);
      else buckets.set(key, [one]);
    }
  return [...buckets.values()].filter((some) => some.length > 1 && some.length <= MOST_TOGETHER);
}

const idsOf = ({ lineage: { documentId, origins = [] } }: VersionClues) => [
  ...(documentId ? [documentId] : []),
  ...origins,
];

function shotOf({ taken, camera }: VersionClues): readonly string[] | undefined {
  return taken && camera && WITH_SECONDS.test(taken) ? [`${taken.slice(0, 19)} ${camera}`] : undefined;
}

function isCopy(a: VersionClues, b: VersionClues): boolean {
  const [one, other] = [stemOf(a.name), stemOf(b.name)];
  if (one.startsWith(other) || other.startsWith(one)) return true;
  if (!a.pixels || !b.pixels) return false;
  const [p, q] = [a.pixels, b.pixels].map(({ width, height }) =>
    [width, height].sort((x, y) => x - y).join(),
  );
  return p !== q;
}
