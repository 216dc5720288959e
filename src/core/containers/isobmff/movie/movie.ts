import { ascii, bytesOfHex, concat } from '../../../bytes/bytes';
import { limits } from '../../../bytes/limits';
import type { ByteSource } from '../../../bytes/source';
import { ByteView } from '../../../bytes/view';
import { ByteWriter } from '../../../bytes/writer';
import { FormatError, type Problem, problem } from '../../../problems/problem';
import {
  type BlockChanges,
  type ContainerCodec,
  carriesNothing,
  type Edit,
  type Kind,
  nothingIsWritten,
  type ReadResult,
} from '../../container';
import { joinEdits, plannedSize } from '../../edits';
import { type Box, box, boxContent, boxHead, isEndless, PROVENANCE, walkBoxes } from '../boxes';
import { hasBrand } from '../brands';

interface MovieStructure {
  readonly size: number;
  /** At the top of the file. */
  readonly top: readonly Box[];
  /** Boxes that hold an XMP packet, in their order. */
  readonly packets: readonly Box[];
  /** Inside `moov`, and inside its user data. */
  readonly inner: readonly Box[];
  /** Boxes of metadata, and what nobody knows. */
  readonly beside: readonly Box[];
  /** QuickTime: its readers look for XMP in the user data alone (XMP part 3, 1.2.7.2). */
  readonly isQuickTime: boolean;
  readonly pixels: { readonly width: number; readonly height: number } | undefined;
  /** The last box states no size: it goes on to the end of the file. */
  readonly isEndless: boolean;
  readonly isWritable: boolean;
}

const BRANDS = [
  'isom',
  'iso2',
  'iso3',
  'iso4',
  'iso5',
  'iso6',
  'mp41',
  'mp42',
  'avc1',
  'M4V ',
  'qt  ',
  'dash',
  '3gp',
];
/** Types that a QuickTime file without `ftyp` begins with (QuickTime file format, from memory). */
const BARE_TYPES = ['moov', 'mdat', 'wide', 'free', 'skip'];
const EXTENSIONS = ['mp4', 'm4v', 'mov'];
/** The `uuid` box of XMP (XMP part 3, 1.2.7.1). */
const XMP_UUID = 'be7acfcb97a942e89c71999491e3afac';
/** XMP in the user data of a QuickTime movie (XMP part 3, 1.2.7.2). */
const USER_XMP = 'XMP_';
const UUID_HEAD = 24;
const BOX_HEAD = 8;
const SPACE = 0x20;

const base = {
  id: 'movie',
  mediaType: 'video/mp4',
  standard: 'ISO/IEC 14496-12, 4.3; XMP part 3, 1.2.7',
  places: { xmp: 'uuid box; of QuickTime `moov/udta/XMP_`' },
} as const;
const written: Kind = { ...base, name: 'MP4, MOV', carries: { ...carriesNothing, xmp: 'make' } };
const readOnly: Kind = {
  ...base,
  name: 'MP4 of an unusual layout',
  carries: { ...carriesNothing, xmp: 'read' },
};

/** Movies: no media data moves when a packet is written, so that no table of offsets changes. */
export const movie: ContainerCodec<MovieStructure> = {
  extensions: EXTENSIONS,
  maxBytes: {},
  kinds: [written, readOnly],
  kind: ({ isWritable }) => (isWritable ? written : readOnly),
  sniff(head, name) {
    const type = String.fromCharCode(...head.subarray(4, 8));
    const isNamedSo = EXTENSIONS.some((one) => name.toLowerCase().endsWith(`.${one}`));
    return hasBrand(...BRANDS)(head) || (isNamedSo && (type === 'ftyp' || BARE_TYPES.includes(type)));
  },
  read: readMovie,
  planEdits: planMovie,
  /** Boxes of metadata become free space: nothing moves. */
  bare: ({ size, beside }) => joinEdits(patched(0, size, beside.flatMap(freed))),
  pictureRanges: async ({ top }) =>
    top.filter(({ type }) => type === 'mdat').map(({ start, end }) => ({ start, end })),
  pixelSize: ({ pixels }) => pixels,
  parts: ({ top }) => top.map(({ type, at, end }) => ({ name: type, start: at, end })),
};

async function readMovie(source: ByteSource): Promise<ReadResult<MovieStructure>> {
  const { boxes, problem: broken } = await walkBoxes(source, ['udta']);
  const top = boxes.filter(({ depth }) => depth === 0);
  const packets = boxes.filter(
    ({ type, depth }) => (type === XMP_UUID && depth === 0) || (type === USER_XMP && depth === 2),
  );
  const last = top.at(-1);
  const moov = top.find(({ type }) => type === 'moov');
  const inner = boxes.filter(
    ({ at, end, depth }) => moov && at >= moov.start && end <= moov.end && (depth === 1 || depth === 2),
  );
  const head = await source.read(0, Math.min(16, source.size));
  const endless = last !== undefined && (await isEndless(source, last));
  const isWhole = !broken && last?.end === source.size && moov !== undefined;
  // A size beyond 32 bits would need more room in front of the media data.
  const isSizable = !endless || (last !== undefined && last.end - last.at <= 0xffff_ffff);
  const found = packets.slice(0, 1 + limits.furtherPackets);
  const [xmp, ...furtherXmp] = await Promise.all(found.map((box) => boxContent(source, box)));
  const signed = top.find(({ type }) => type === PROVENANCE);
  return {
    structure: {
      size: source.size,
      top,
      packets,
      inner,
      beside: besideMedia(boxes),
      isQuickTime:
        !hasBrand('')(head) || hasBrand('qt  ')(head) || packets.some(({ type }) => type === USER_XMP),
      pixels: await frameSize(source, boxes),
      isEndless: endless,
      isWritable: isWhole && isSizable && packets.length === found.length,
    },
    blocks: { ...(xmp ? { xmp } : {}), ...(furtherXmp.length > 0 ? { furtherXmp } : {}) },
    problems: [
      ...(broken ? [cutShort(broken)] : []),
      ...(signed ? [problem('provenance-signed', 'MP4', { offset: signed.at })] : []),
    ],
    unreadable: [],
  };
}

/** Outermost boxes of metadata (8.10 and 8.11), and those of a vendor. */
function besideMedia(boxes: readonly Box[]): Box[] {
  const found: Box[] = [];
  for (const box of boxes) {
    const isBeside = box.type === 'udta' || box.type === 'meta' || (box.type.length > 4 && box.depth === 0);
    // Boxes come in the order of the file, each before those inside it.
    if (isBeside && box.at >= (found.at(-1)?.end ?? 0)) found.push(box);
  }
  return found;
}

const cutShort = ({ code, offset }: Problem) =>
  problem(code, 'MP4', { severity: 'warning', ...(offset === undefined ? {} : { offset }) });

/** The largest track of the movie, by its header (ISO/IEC 14496-12, 8.3.2): sides in 16.16 fixed point. */
async function frameSize(source: ByteSource, boxes: readonly Box[]): Promise<MovieStructure['pixels']> {
  let largest: { width: number; height: number } | undefined;
  for (const { start, end } of boxes.filter(({ type }) => type === 'tkhd').slice(0, MOST_TRACKS)) {
    const view = new ByteView(await source.read(start, Math.min(96, end - start)), 'big', 'tkhd');
    const at = view.has(0, 1) && view.u8(0) === 1 ? 88 : 76;
    if (!view.has(at, 8)) continue;
    const size = { width: view.u16(at), height: view.u16(at + 4) };
    if (size.width * size.height > (largest ? largest.width * largest.height : 0)) largest = size;
  }
  return largest;
}
const MOST_TRACKS = 64;

/**
 * A packet is written over the former one where it fits. Otherwise the former box becomes free space, and a new one comes
 * behind everything, or in front of the index of fragments, which readers look for at the end (8.8.10). Of QuickTime
 * that is the whole `moov` box with the packet in its user data: its offsets count from the start of the file.
 */
function planMovie(structure: MovieStructure, changes: BlockChanges): { edits: Edit[]; problems: [] } {
  const { size, top, packets, isEndless, isWritable, isQuickTime } = structure;
  if (!isWritable) return nothingIsWritten();
  if (!('xmp' in changes)) return { edits: [{ kind: 'copy', start: 0, end: size }], problems: [] };
  const { xmp } = changes;
  const into = xmp && packets.find((box) => (box.type === USER_XMP) === isQuickTime && fits(box, xmp));
  const last = top.at(-1)!;
  const index = last.type === 'mfra' ? last.at : size;
  const isFresh = xmp !== undefined && into === undefined;
  const patches = packets.flatMap((box) => (box === into ? over(box, xmp!) : freed(box)));
  const moov = top.find(({ type }) => type === 'moov')!;
  if (isFresh && isQuickTime) patches.push(...typed(moov, 'free'));
  if (isFresh && isEndless)
    patches.push({ at: last.at, bytes: new ByteWriter('big').u32(last.end - last.at).done() });
  const fresh = !isFresh
    ? []
    : isQuickTime
      ? movieWith(structure, xmp)
      : [inserted(uuidHead(xmp.length), xmp)];
  // A `moov` box that ends the file is replaced.
  if (isFresh && isQuickTime && moov === last)
    return { edits: joinEdits([...patched(0, moov.at, patches), ...fresh]), problems: [] };
  return {
    edits: joinEdits([...patched(0, index, patches), ...fresh, ...patched(index, size, [])]),
    problems: [],
  };
}

/** The `moov` box again, with a packet in its user data and some room behind it for longer ones. */
function movieWith({ inner }: MovieStructure, xmp: Uint8Array): Edit[] {
  const user = inner.find(({ type, depth }) => type === 'udta' && depth === 1);
  const isUsers = ({ at, depth }: Box) =>
    user !== undefined && depth === 2 && at >= user.start && at < user.end;
  const kept = inner.filter(({ depth }) => depth === 1).filter((box) => box !== user);
  const data = inner.filter((box) => isUsers(box) && box.type !== USER_XMP);
  const copies = (boxes: readonly Box[]) =>
    boxes.map(({ at, end }): Edit => ({ kind: 'copy', start: at, end }));
  const packet = inserted(boxHead(USER_XMP, xmp.length + SPARE), xmp, new Uint8Array(SPARE).fill(SPACE));
  const users = [...copies(data), packet];
  const all = [...copies(kept), inserted(boxHead('udta', plannedSize(users))), ...users];
  return [inserted(boxHead('moov', plannedSize(all))), ...all];
}
/** Octets of room for a longer packet. */
const SPARE = 4096;

const inserted = (...parts: readonly Uint8Array[]): Edit => ({ kind: 'insert', bytes: concat(parts) });

/** A copy of a stretch with other bytes in some places. */
function patched(start: number, end: number, patches: readonly Patch[]): Edit[] {
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

/** The box under another type. */
const typed = ({ at }: Box, type: string): Patch[] => [{ at: at + 4, bytes: ascii(type) }];

/** The box as free space of the same length, with nothing of the packet in it. */
const freed = ({ at, end }: Box): Patch[] => [{ at, bytes: freeBox(end - at) }];

function freeBox(length: number): Uint8Array {
  if (length > limits.blockBytes + UUID_HEAD)
    throw new FormatError('limit-exceeded', 'box', { found: `${length} bytes` });
  return box('free', new Uint8Array(length - BOX_HEAD));
}

const uuidHead = (length: number) =>
  concat([boxHead('uuid', length + UUID_HEAD - BOX_HEAD), bytesOfHex(XMP_UUID)]);
