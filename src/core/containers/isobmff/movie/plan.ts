import { bytesOfHex, concat } from '../../../bytes/bytes';
import { limits } from '../../../bytes/limits';
import type { Range } from '../../../bytes/range';
import { ByteWriter } from '../../../bytes/writer';
import { FormatError } from '../../../problems/problem';
import { type BlockChanges, type Edit, nothingIsWritten } from '../../container';
import { joinEdits, plannedSize } from '../../edits';
import { type Box, box, boxHead, isIn } from '../boxes';
import type { MovieText } from './texts';

export interface MovieStructure {
  readonly size: number;
  /** At the top of the file. */
  readonly top: readonly Box[];
  /** Boxes that hold an XMP packet, in their order. */
  readonly packets: readonly Box[];
  /** Inside `moov`, at any depth, in the order of the file. */
  readonly inner: readonly Box[];
  readonly texts: readonly MovieText[];
  /** Its media data follows in fragments: `moov` comes before them (8.8). */
  readonly isFragmented: boolean;
  /** Of the whole movie, in seconds. */
  readonly seconds: number | undefined;
  /** A picture of it as JPEG. */
  readonly poster: Range | undefined;
  /** Boxes of metadata, and what nobody knows. */
  readonly beside: readonly Box[];
  /** QuickTime: its readers look for XMP in the user data alone (XMP part 3, 1.2.7.2). */
  readonly isQuickTime: boolean;
  readonly pixels: { readonly width: number; readonly height: number } | undefined;
  /** The last box states no size: it goes on to the end of the file. */
  readonly isEndless: boolean;
  readonly isWritable: boolean;
}

/** The `uuid` box of XMP (XMP part 3, 1.2.7.1). */
export const XMP_UUID = 'be7acfcb97a942e89c71999491e3afac';
/** XMP in the user data of a QuickTime movie (XMP part 3, 1.2.7.2). */
export const USER_XMP = 'XMP_';
const UUID_HEAD = 24;
const BOX_HEAD = 8;
const SPACE = 0x20;

/**
 * A packet is written over the former one where it fits. Otherwise the former box becomes free space, and a new one comes
 * behind everything, or in front of the index of fragments, which readers look for at the end (8.8.10). Of QuickTime
 * that is the whole `moov` box with the packet in its user data: its offsets count from the start of the file. The same
 * happens where a longer text of the movie's own has no room.
 */
export function planMovie(structure: MovieStructure, changes: BlockChanges): { edits: Edit[]; problems: [] } {
  const { size, top, packets, isEndless, isWritable, isQuickTime } = structure;
  if (!isWritable) return nothingIsWritten();
  const { xmp } = changes;
  const into = xmp && packets.find((box) => (box.type === USER_XMP) === isQuickTime && fits(box, xmp));
  const isFresh = xmp !== undefined && into === undefined;
  const ofPackets =
    'xmp' in changes ? packets.flatMap((box) => (box === into ? over(box, xmp!) : freed(box))) : [];
  const texts = textChanges(structure, changes.texts);
  const last = top.at(-1)!;
  const index = last.type === 'mfra' ? last.at : size;
  const moov = top.find(({ type }) => type === 'moov')!;
  const isMoved = (isFresh && isQuickTime) || texts.isLonger;
  const ends: Edit[] = isFresh && !isQuickTime ? [inserted(uuidHead(xmp.length), xmp)] : [];
  if (isMoved) {
    const replaced = new Map<Box, Edit[]>(texts.replaced);
    if ('xmp' in changes) for (const box of packets) replaced.set(box, []);
    const packet = isQuickTime ? xmp : undefined;
    ends.unshift(...movieWith(structure, moov, replaced, packet));
  }
  // The former `moov` becomes free space, and nothing of its texts stays there.
  const inPlace = [...ofPackets, ...texts.patches].filter(
    ({ at }) => !isMoved || at < moov.at || at >= moov.end,
  );
  const patches = [
    ...inPlace,
    ...(isMoved ? freed(moov) : []),
    ...(ends.length > 0 && isEndless
      ? [{ at: last.at, bytes: new ByteWriter('big').u32(last.end - last.at).done() }]
      : []),
  ];
  // A `moov` box that ends the file is replaced.
  if (isMoved && moov === last)
    return { edits: joinEdits([...patched(0, moov.at, patches), ...ends]), problems: [] };
  return {
    edits: joinEdits([...patched(0, index, patches), ...ends, ...patched(index, size, [])]),
    problems: [],
  };
}

interface TextChanges {
  /** In their places. */
  readonly patches: readonly Patch[];
  /** Replacements of these boxes; empty where the text is removed. */
  readonly replaced: ReadonlyMap<Box, Edit[]>;
  /** One of them has no room in its place. */
  readonly isLonger: boolean;
}

/** Texts that differ from those wanted. In front of fragments `moov` stays: a text without room there goes. */
function textChanges({ texts, isFragmented }: MovieStructure, wanted: BlockChanges['texts']): TextChanges {
  const patches: Patch[] = [];
  const replaced = new Map<Box, Edit[]>();
  let isLonger = false;
  const nth = new Map<string, number>();
  for (const { keyword, text, box, written } of wanted ? texts : []) {
    const index = nth.get(keyword) ?? 0;
    nth.set(keyword, index + 1);
    const now = wanted!.filter((one) => one.keyword === keyword)[index]?.text;
    if (now === text) continue;
    const bytes = now === undefined ? undefined : written(now);
    const rest = box.end - box.at - (bytes?.length ?? 0);
    const hasRoom = rest === 0 || rest >= BOX_HEAD;
    const isKept = bytes !== undefined && (hasRoom || !isFragmented);
    replaced.set(box, isKept ? [inserted(bytes)] : []);
    if (!isKept) patches.push(...freed(box));
    else if (hasRoom) patches.push({ at: box.at, bytes: rest > 0 ? concat([bytes, freeBox(rest)]) : bytes });
    else isLonger = true;
  }
  return { patches, replaced, isLonger };
}

/** The `moov` box with some boxes replaced, and a packet in its user data with some room behind it for longer ones. */
function movieWith(
  { inner }: MovieStructure,
  moov: Box,
  replaced: ReadonlyMap<Box, Edit[]>,
  xmp: Uint8Array | undefined,
): Edit[] {
  const user = inner.find(({ type, depth }) => type === 'udta' && depth === 1);
  const packet = xmp && [
    inserted(boxHead(USER_XMP, xmp.length + SPARE), xmp, new Uint8Array(SPARE).fill(SPACE)),
  ];
  const more = (of: Box): Edit[] => {
    if (!packet) return [];
    if (of === user) return packet;
    return of === moov && !user ? [inserted(boxHead('udta', plannedSize(packet))), ...packet] : [];
  };
  const isTouched = (of: Box) =>
    more(of).length > 0 ||
    [...replaced.keys(), ...(packet && user ? [user] : [])].some((one) => isIn(one, of));
  const rebuilt = (of: Box): Edit[] => {
    const own = replaced.get(of);
    if (own) return own;
    if (!isTouched(of)) return [{ kind: 'copy', start: of.at, end: of.end }];
    const children = inner.filter((one) => one.depth === of.depth + 1 && isIn(one, of));
    const content: Edit[] = [
      { kind: 'copy', start: of.start, end: children[0]?.at ?? of.start },
      ...children.flatMap(rebuilt),
      ...more(of),
      // User data of QuickTime ends with zeros.
      { kind: 'copy', start: children.at(-1)?.end ?? of.start, end: of.end },
    ];
    return [inserted(boxHead(of.type, plannedSize(content))), ...content];
  };
  return rebuilt(moov);
}
/** Octets of room for a longer packet. */
const SPARE = 4096;

const inserted = (...parts: readonly Uint8Array[]): Edit => ({ kind: 'insert', bytes: concat(parts) });

/** A copy of a stretch with other bytes in some places. */
export function patched(start: number, end: number, patches: readonly Patch[]): Edit[] {
  const edits: Edit[] = [];
  let at = start;
  const inside = patches.filter((patch) => patch.at < end);
  for (const patch of inside.sort((a, b) => a.at - b.at)) {
    edits.push({ kind: 'copy', start: at, end: patch.at }, inserted(patch.bytes));
    at = patch.at + patch.bytes.length;
  }
  return [...edits, { kind: 'copy', start: at, end }];
}

interface Patch {
  readonly at: number;
  readonly bytes: Uint8Array;
}

/** User data has no room for another box behind the packet: it is filled with spaces. */
function fits({ type, start, end }: Box, xmp: Uint8Array): boolean {
  const rest = end - start - xmp.length;
  return type === USER_XMP ? rest >= 0 : rest === 0 || rest >= BOX_HEAD;
}

function over({ type, at, start, end }: Box, xmp: Uint8Array): Patch[] {
  const rest = end - start - xmp.length;
  if (type === USER_XMP) return [{ at: start, bytes: concat([xmp, new Uint8Array(rest).fill(SPACE)]) }];
  if (rest === 0) return [{ at: start, bytes: xmp }];
  return [
    { at, bytes: concat([uuidHead(xmp.length), xmp]) },
    { at: at + UUID_HEAD + xmp.length, bytes: freeBox(end - at - UUID_HEAD - xmp.length) },
  ];
}

/** The box as free space of the same length, with nothing of the packet in it. */
export const freed = ({ at, end }: Box): Patch[] => [{ at, bytes: freeBox(end - at) }];

function freeBox(length: number): Uint8Array {
  if (length > limits.blockBytes + UUID_HEAD)
    throw new FormatError('limit-exceeded', 'box', { found: `${length} bytes` });
  return box('free', new Uint8Array(length - BOX_HEAD));
}

const uuidHead = (length: number) =>
  concat([boxHead('uuid', length + UUID_HEAD - BOX_HEAD), bytesOfHex(XMP_UUID)]);
