import { equalBytes } from '../bytes/bytes';
import type { Range } from '../bytes/range';
import type { ByteSource } from '../bytes/source';
import { type Box, walkBoxes } from '../containers/isobmff/boxes';
import { type Cbor, listOf } from './claimValues';

/** Boxes of a file that an exclusion may name a box inside of. */
const CONTAINERS = ['meta', 'moof', 'traf', 'mvex', 'edts', 'udta', 'iprp', 'ipco', 'mfra'];

const MOST_RULES = 100;
/** Values that a rule compares, and parts of a box that it names. */
const MOST_PARTS = 16;
/** Boxes that are compared with rules, together. */
const MOST_COMPARED = 10_000;

export interface ExcludedBoxes {
  /** Which bytes the digest leaves out. */
  readonly left: readonly Range[];
  /** Offset of each box at the top of the file. */
  readonly tops: readonly number[];
}

/**
 * What versions 2 and 3 of `c2pa.hash.bmff` leave out of the digest (C2PA 2.1, 18.7): boxes by their path and by what they hold.
 * undefined where an exclusion is not known here or too large, or the boxes of the file are broken.
 */
export async function excludedBoxes(
  exclusions: unknown,
  source: ByteSource,
): Promise<ExcludedBoxes | undefined> {
  const rules = listOf(exclusions);
  if (rules.length > MOST_RULES) return undefined;
  const isNested = rules.some(({ xpath }) => String(xpath).lastIndexOf('/') > 0);
  const { boxes, problem } = await walkBoxes(source, isNested ? CONTAINERS : []);
  if (problem) return undefined;
  const paths = pathsOf(boxes);
  const left: Range[] = [];
  let compared = 0;
  for (const rule of rules) {
    const steps = stepsOf(rule.xpath);
    const parts = [rule.data, rule.subset].map(listOf);
    if (!steps || parts.some(({ length }) => length > MOST_PARTS)) return undefined;
    for (const [index, box] of boxes.entries()) {
      if (!isAt(paths[index]!, steps)) continue;
      if (++compared > MOST_COMPARED) return undefined;
      if (await isMeant(rule, box, source)) left.push(...rangesOf(rule, box));
    }
  }
  return { left, tops: boxes.filter(({ depth }) => depth === 0).map(({ at }) => at) };
}

/** A type, and its place among those of the same type in one holder, beginning with 1. */
interface Step {
  readonly type: string;
  readonly place: number | undefined;
}

function pathsOf(boxes: readonly Box[]): (readonly Step[])[] {
  const above: { path: readonly Step[]; counts: Map<string, number> }[] = [{ path: [], counts: new Map() }];
  return boxes.map(({ type: named, depth }) => {
    const holder = above[depth]!;
    const type = named.length === 4 ? named : 'uuid';
    const place = (holder.counts.get(type) ?? 0) + 1;
    holder.counts.set(type, place);
    const path = [...holder.path, { type, place }];
    above.splice(depth + 1, above.length, { path, counts: new Map() });
    return path;
  });
}

/** The steps of an XPath of the kind `/moov/trak[2]`; undefined for another kind. */
function stepsOf(xpath: unknown): readonly Step[] | undefined {
  if (typeof xpath !== 'string' || !/^(?:\/[^/[\]]{4}(?:\[\d{1,6}\])?){1,8}$/.test(xpath)) return undefined;
  return [...xpath.matchAll(/\/([^/[\]]{4})(?:\[(\d+)\])?/g)].map(([, type, place]) => ({
    type: type!,
    place: place === undefined ? undefined : Number(place),
  }));
}

const isAt = (path: readonly Step[], asked: readonly Step[]) =>
  path.length === asked.length &&
  asked.every(
    ({ type, place }, at) => path[at]!.type === type && (place ?? path[at]!.place) === path[at]!.place,
  );

async function isMeant({ length, data, version, flags, exact }: Cbor, box: Box, source: ByteSource) {
  if (isStated(length) && Number(length) !== box.end - box.at) return false;
  for (const { offset, value } of listOf(data)) {
    if (!(value instanceof Uint8Array)) return false;
    const at = box.at + Number(offset);
    if (!(at >= box.at && at + value.length <= box.end)) return false;
    if (!equalBytes(await source.read(at, value.length), value)) return false;
  }
  if (!isStated(version) && !isStated(flags)) return true;
  if (box.end - box.start < 4) return false;
  const [held, ...bits] = await source.read(box.start, 4);
  if (isStated(version) && held !== Number(version)) return false;
  if (!(flags instanceof Uint8Array) || flags.length !== 3) return !isStated(flags);
  return bits.every((one, index) =>
    exact === false ? (one & flags[index]!) === flags[index] : one === flags[index],
  );
}

const isStated = (value: unknown) => value !== undefined && value !== null;

/** The box, or those parts of it that are named; a length of 0 goes on to its end. */
function rangesOf({ subset }: Cbor, { at, end }: Box): Range[] {
  if (!isStated(subset)) return [{ start: at, end }];
  return listOf(subset).map(({ offset, length }) => {
    const start = Math.min(end, at + Math.max(0, Number(offset) || 0));
    return { start, end: Number(length) > 0 ? Math.min(end, start + Number(length)) : end };
  });
}
