import { limits } from '../../../bytes/limits';
import type { Range } from '../../../bytes/range';
import type { ByteSource } from '../../../bytes/source';
import { ByteView } from '../../../bytes/view';
import { type Problem, problem } from '../../../problems/problem';
import { type ContainerCodec, carriesNothing, type Kind, type ReadResult } from '../../container';
import { joinEdits } from '../../edits';
import { type Box, boxContent, PROVENANCE, provenanceIn, walkBoxes } from '../boxes';
import { hasBrand } from '../brands';
import { freed, type MovieStructure, patched, planMovie, USER_XMP, XMP_UUID } from './plan';
import { movieTexts } from './texts';

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
const base = {
  id: 'movie',
  mediaType: 'video/mp4',
  standard: 'ISO/IEC 14496-12, 4.3; XMP part 3, 1.2.7',
  places: { xmp: 'uuid box; of QuickTime `moov/udta/XMP_`' },
  texts: 'user data, item list, item list with keys',
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
  seconds: ({ seconds }) => seconds,
  preview: async ({ poster }) => poster,
  provenance: ({ top }, source) =>
    provenanceIn(
      source,
      top.find(({ type }) => type === PROVENANCE),
    ),
  parts: ({ top }) => top.map(({ type, at, end }) => ({ name: type, start: at, end })),
};

async function readMovie(source: ByteSource): Promise<ReadResult<MovieStructure>> {
  const { boxes, problem: broken } = await walkBoxes(source, ['udta', 'meta', 'ilst']);
  const top = boxes.filter(({ depth }) => depth === 0);
  const packets = boxes.filter(
    ({ type, depth }) => (type === XMP_UUID && depth === 0) || (type === USER_XMP && depth === 2),
  );
  const last = top.at(-1);
  const moov = top.find(({ type }) => type === 'moov');
  const inner = boxes.filter(({ at, end }) => moov && at >= moov.start && end <= moov.end);
  const head = await source.read(0, Math.min(16, source.size));
  const endless = last?.isEndless === true;
  const isWhole =
    !broken && last?.end === source.size && moov !== undefined && !inner.some((one) => one.isEndless);
  // A size beyond 32 bits would need more room in front of the media data.
  const isSizable = !endless || (last !== undefined && last.end - last.at <= 0xffff_ffff);
  const found = packets.slice(0, 1 + limits.furtherPackets);
  const [xmp, ...furtherXmp] = await Promise.all(found.map((box) => boxContent(source, box)));
  const texts = await movieTexts(source, inner);
  const signed = top.find(({ type }) => type === PROVENANCE);
  return {
    structure: {
      size: source.size,
      top,
      packets,
      inner,
      texts,
      isFragmented: boxes.some(({ type }) => type === 'mvex' || type === 'moof'),
      seconds: await durationOf(source, inner),
      poster: await posterOf(source, inner),
      beside: besideMedia(boxes),
      isQuickTime:
        !hasBrand('')(head) || hasBrand('qt  ')(head) || packets.some(({ type }) => type === USER_XMP),
      pixels: await frameSize(source, boxes),
      isEndless: endless,
      isWritable: isWhole && isSizable && packets.length === found.length,
    },
    blocks: {
      ...(xmp ? { xmp } : {}),
      ...(furtherXmp.length > 0 ? { furtherXmp } : {}),
      ...(texts.length > 0 ? { texts } : {}),
    },
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

/** Time scale and duration of the movie header (8.2.2). */
async function durationOf(source: ByteSource, inner: readonly Box[]): Promise<number | undefined> {
  const head = inner.find(({ type, depth }) => type === 'mvhd' && depth === 1);
  if (!head) return undefined;
  const view = new ByteView(
    await source.read(head.start, Math.min(32, head.end - head.start)),
    'big',
    'mvhd',
  );
  const isLong = view.has(0, 1) && view.u8(0) === 1;
  if (!view.has(isLong ? 20 : 12, isLong ? 12 : 8)) return undefined;
  const [scale, duration] = isLong ? [view.u32(20), view.u64(24)] : [view.u32(12), view.u32(16)];
  return scale > 0 && duration > 0 ? duration / scale : undefined;
}

/** The cover in the item list (common practice), where it is a JPEG. */
async function posterOf(source: ByteSource, inner: readonly Box[]): Promise<Range | undefined> {
  const cover = inner.find(({ type, depth }) => type === 'covr' && depth >= 2);
  if (!cover || cover.end - cover.start < ITEM_HEAD + 2) return undefined;
  const view = new ByteView(await source.read(cover.start, ITEM_HEAD + 2), 'big', 'covr');
  const size = view.u32(0);
  const isJpeg = view.u16(ITEM_HEAD) === 0xffd8;
  if (!isJpeg || size < ITEM_HEAD || cover.start + size > cover.end) return undefined;
  return { start: cover.start + ITEM_HEAD, end: cover.start + size };
}
/** Head of a `data` box with type and locale of the value. */
const ITEM_HEAD = 16;
