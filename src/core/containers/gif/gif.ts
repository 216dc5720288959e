import { ascii, concat, equalBytes, startsWith } from '../../bytes/bytes';
import { limits } from '../../bytes/limits';
import type { Range } from '../../bytes/range';
import { type ByteSource, windowed } from '../../bytes/source';
import { decodeUtf8, decodeWindows1252, encodeUtf8 } from '../../bytes/text';
import { ByteView } from '../../bytes/view';
import { FormatError, problem } from '../../problems/problem';
import {
  type BlockChanges,
  type ContainerCodec,
  carriesNothing,
  type Edit,
  type Kind,
  type ReadResult,
} from '../container';
import { joinEdits } from '../edits';
import { TEXT_KEYWORDS } from '../textKeywords';

/** A block behind the logical screen (GIF89a, 15 to 26): an image with its data, or an extension. */
interface GifBlock extends Range {
  readonly kind: 'picture' | 'application' | 'comment';
  /** Identifier and authentication code of an application extension. */
  readonly application?: string;
  /** Of a comment that is read as the description. */
  readonly text?: string;
}
interface GifStructure {
  readonly size: number;
  readonly blocks: readonly GifBlock[];
  /** Where the logical screen and its colour table end. */
  readonly screenEnd: number;
  readonly pixels: { readonly width: number; readonly height: number };
  readonly bits: number;
}

const HEADER = 6;
const SCREEN_END = 13;
const EXTENSION = 0x21;
const IMAGE = 0x2c;
const TRAILER = 0x3b;
const APPLICATION = 0xff;
const COMMENT = 0xfe;
const XMP = 'XMP DataXMP';
/** Head of an application extension: introducer, label, length of the identifier, identifier. */
const APPLICATION_HEAD = 14;
/** Applications without whose extension the picture would look or run differently (common practice). */
const OF_THE_PICTURE = ['NETSCAPE2.0', 'ANIMEXTS1.0', 'ICCRGBG1012'];
/** Octets 1, 255, 254 … 0 and a terminator: whatever length a reader takes inside the packet, it ends here (XMP part 3, 1.1.2). */
const MAGIC_TRAILER = new Uint8Array([1, ...Array.from({ length: 256 }, (_, n) => 255 - n), 0]);
const VERSION_89A = ascii('GIF89a');

const kind: Kind = {
  id: 'gif',
  mediaType: 'image/gif',
  name: 'GIF',
  standard: 'GIF89a, 26; XMP part 3, 1.1.2',
  carries: { ...carriesNothing, xmp: 'make' },
  places: { xmp: `application extension \`${XMP}\`` },
  texts: 'comment',
};

/** GIF with an XMP packet as an application extension in front of the first image. */
export const gif: ContainerCodec<GifStructure> = {
  extensions: ['gif'],
  maxBytes: {},
  kinds: [kind],
  kind: () => kind,
  sniff: (head) => startsWith(head, ascii('GIF87a')) || startsWith(head, VERSION_89A),
  read: readGif,
  planEdits(structure, changes: BlockChanges) {
    const wanted = changes.texts?.map(({ text }) => text);
    const texts = structure.blocks.filter(({ text }) => text !== undefined);
    const changed = texts.filter((block, index) => wanted && wanted[index] !== block.text);
    const comments = changed.flatMap((block) => {
      const text = wanted![texts.indexOf(block)];
      return text === undefined ? [] : [commentOf(text)];
    });
    const goes = (block: GifBlock) => ('xmp' in changes && isXmp(block)) || changed.includes(block);
    const made = [...(changes.xmp ? [extensionOf(changes.xmp)] : []), ...comments];
    return { edits: editsOf(structure, goes, made), problems: [] };
  },
  bare: (structure) =>
    editsOf({ ...structure, size: structure.blocks.at(-1)?.end ?? structure.size }, isBeside, []),
  pictureRanges: async ({ blocks, screenEnd }) => [
    { start: HEADER, end: screenEnd },
    ...blocks.filter((block) => !isBeside(block)),
  ],
  pixelSize: ({ pixels }) => pixels,
  colour: async ({ bits }) => ({ bits }),
  parts: ({ blocks }) =>
    blocks.map(({ kind, application, start, end }) => ({ name: application ?? kind, start, end })),
};

const isXmp = ({ application }: GifBlock) => application === XMP;
/** Comments, and extensions of applications that change nothing to be seen. */
const isBeside = ({ kind, application = '' }: GifBlock) =>
  kind === 'comment' || (kind === 'application' && !OF_THE_PICTURE.includes(application));

async function readGif(source: ByteSource): Promise<ReadResult<GifStructure>> {
  const head = new ByteView(await source.read(0, Math.min(SCREEN_END, source.size)), 'little', 'GIF');
  const packed = head.u8(10);
  const screenEnd = SCREEN_END + colourTable(packed);
  const windows = windowed(source, WINDOW_BYTES);
  const blocks = await withTexts(windows, await readBlocks(windows, screenEnd));
  const texts = blocks.flatMap(({ text }) => (text === undefined ? [] : [{ keyword: DESCRIPTION, text }]));
  const all = blocks.filter(isXmp);
  const packets = all.slice(0, 1 + limits.furtherPackets);
  const [xmp, ...furtherXmp] = await Promise.all(packets.map((block) => packetOf(source, block)));
  const behind = blocks.at(-1)?.end ?? source.size;
  return {
    structure: {
      size: source.size,
      blocks,
      screenEnd,
      pixels: { width: head.u16(6), height: head.u16(8) },
      bits: ((packed >> 4) & 7) + 1,
    },
    blocks: {
      ...(xmp ? { xmp } : {}),
      ...(furtherXmp.length > 0 ? { furtherXmp } : {}),
      ...(texts.length > 0 ? { texts } : {}),
    },
    problems:
      source.size > behind
        ? [
            problem('structure-broken', 'GIF', {
              offset: behind,
              found: 'bytes behind the end',
              severity: 'info',
            }),
          ]
        : [],
    // A change removes all packets: each must have been read.
    unreadable: all.length > packets.length ? ['xmp'] : [],
  };
}

/** Octets of a colour table by the packed field before it (GIF89a, 18 and 20). */
const colourTable = (packed: number) => ((packed & 0x80) === 0 ? 0 : 3 * 2 ** ((packed & 7) + 1));

/** All blocks up to the trailer; the last one is the trailer. */
async function readBlocks(source: ByteSource, from: number): Promise<GifBlock[]> {
  const blocks: GifBlock[] = [];
  for (let at = from; ; ) {
    if (blocks.length >= limits.containerParts)
      throw new FormatError('limit-exceeded', 'GIF', { offset: at });
    const head = await source.read(at, Math.min(APPLICATION_HEAD, source.size - at));
    if (head[0] === TRAILER) return [...blocks, { kind: 'picture', start: at, end: at + 1 }];
    const block = blockAt(head, at);
    const end = await endOfSubBlocks(source, block.dataAt);
    blocks.push({ ...block, end });
    at = end;
  }
}

function blockAt(head: Uint8Array, start: number): Omit<GifBlock, 'end'> & { readonly dataAt: number } {
  const view = new ByteView(head, 'little', 'GIF');
  if (view.u8(0) === IMAGE) return { kind: 'picture', start, dataAt: start + 11 + colourTable(view.u8(9)) };
  if (view.u8(0) !== EXTENSION)
    throw new FormatError('structure-broken', 'GIF', { offset: start, found: `block ${view.u8(0)}` });
  const label = view.u8(1);
  if (label === COMMENT) return { kind: 'comment', start, dataAt: start + 2 };
  if (label !== APPLICATION || head.length < APPLICATION_HEAD || view.u8(2) !== 11)
    return { kind: label === APPLICATION ? 'application' : 'picture', start, dataAt: start + 2 };
  const application = String.fromCharCode(...view.slice(3, 11));
  return { kind: 'application', application, start, dataAt: start + APPLICATION_HEAD };
}

/** Octets that are looked through at a time, and those read from the file at once. */
const STEP_BYTES = 4 * 1024;
const WINDOW_BYTES = 16 * 1024;

/** Follows the lengths of sub-blocks (GIF89a, 15) to behind their terminator. */
async function endOfSubBlocks(source: ByteSource, from: number): Promise<number> {
  for (let at = from; at < source.size; ) {
    const window = await source.read(at, Math.min(STEP_BYTES, source.size - at));
    let inside = 0;
    for (; inside < window.length; inside += 1 + window[inside]!)
      if (window[inside] === 0) return at + inside + 1;
    at += inside;
  }
  throw new FormatError('file-cut', 'GIF', { offset: source.size });
}

const DESCRIPTION = TEXT_KEYWORDS.description!;
/** What programs write of themselves is no description (common practice). */
const OF_A_PROGRAM =
  /^(?:created|made|edited|generated|optimi[sz]ed|saved) (?:with|by|using|in) |^creator: /i;

/** Comments (GIF89a, 24) in UTF-8, or in the code that older programs used. */
async function withTexts(source: ByteSource, blocks: readonly GifBlock[]): Promise<GifBlock[]> {
  let taken = 0;
  const read = async (block: GifBlock): Promise<GifBlock> => {
    const isShort = block.end - block.start <= limits.legacyTextBytes;
    if (block.kind !== 'comment' || !isShort || ++taken > limits.legacyTexts) return block;
    const data = withoutLengths(await source.read(block.start + 2, block.end - block.start - 2));
    const text = decodeUtf8(data) ?? decodeWindows1252(data);
    return text.trim() === '' || OF_A_PROGRAM.test(text) ? block : { ...block, text };
  };
  const found: GifBlock[] = [];
  for (const block of blocks) found.push(await read(block));
  return found;
}

/** A comment in sub-blocks of at most 255 octets (GIF89a, 15). */
function commentOf(text: string): Uint8Array {
  const data = encodeUtf8(text);
  const parts: Uint8Array[] = [new Uint8Array([EXTENSION, COMMENT])];
  for (let at = 0; at < data.length; at += 255) {
    const part = data.subarray(at, at + 255);
    parts.push(new Uint8Array([part.length]), part);
  }
  return concat([...parts, new Uint8Array(1)]);
}

async function packetOf(source: ByteSource, { start, end }: GifBlock): Promise<Uint8Array> {
  if (end - start > limits.blockBytes) throw new FormatError('limit-exceeded', XMP, { offset: start });
  const data = await source.read(start + APPLICATION_HEAD, end - start - APPLICATION_HEAD);
  const trailerAt = data.length - MAGIC_TRAILER.length;
  if (trailerAt >= 0 && equalBytes(data.subarray(trailerAt), MAGIC_TRAILER))
    return data.subarray(0, trailerAt);
  return withoutLengths(data);
}

/** A packet that was cut into sub-blocks, as some writers do (common practice). */
function withoutLengths(data: Uint8Array): Uint8Array {
  const parts: Uint8Array[] = [];
  for (let at = 0; data[at]; at += 1 + data[at]!) parts.push(data.subarray(at + 1, at + 1 + data[at]!));
  return concat(parts);
}

/**
 * The blocks without those that go. New extensions come in front of the first image, behind the extensions that readers
 * look for right behind the screen (looping; common practice). Extensions need version 89a.
 */
function editsOf(
  { size, blocks, screenEnd }: Pick<GifStructure, 'size' | 'blocks' | 'screenEnd'>,
  goes: (block: GifBlock) => boolean,
  made: readonly Uint8Array[],
): Edit[] {
  const head: Edit[] =
    made.length > 0
      ? [
          { kind: 'insert', bytes: VERSION_89A },
          { kind: 'copy', start: HEADER, end: screenEnd },
        ]
      : [{ kind: 'copy', start: 0, end: screenEnd }];
  const kept = blocks.filter((block) => !goes(block));
  const first = kept.findIndex(({ kind }) => kind === 'picture');
  const copies = kept.map(({ start, end }): Edit => ({ kind: 'copy', start, end }));
  const extensions = made.map((bytes): Edit => ({ kind: 'insert', bytes }));
  const rest: Edit = { kind: 'copy', start: blocks.at(-1)?.end ?? size, end: size };
  return joinEdits([...head, ...copies.slice(0, first), ...extensions, ...copies.slice(first), rest]);
}

const extensionOf = (xmp: Uint8Array) =>
  concat([new Uint8Array([EXTENSION, APPLICATION, XMP.length]), ascii(XMP), xmp, MAGIC_TRAILER]);
