import { expandBrotli } from '../../bytes/brotli';
import { ascii, concat, startsWith } from '../../bytes/bytes';
import { limits } from '../../bytes/limits';
import type { Range } from '../../bytes/range';
import type { ByteSource } from '../../bytes/source';
import { FormatError, type Problem, problem } from '../../problems/problem';
import {
  type BlockChanges,
  type BlockKind,
  type ContainerCodec,
  carriesNothing,
  type Edit,
  type Kind,
  type ReadResult,
} from '../container';
import { joinEdits } from '../edits';
import { type Box, box, boxContent, boxHead, tiffOf, walkBoxes } from '../isobmff/boxes';
import { codestreamSize } from './codestream';

interface MetadataBox {
  readonly block: 'exif' | 'xmp';
  readonly box: Box;
}
interface JxlStructure {
  readonly size: number;
  /** Empty for a bare codestream. */
  readonly boxes: readonly Box[];
  readonly metadata: readonly MetadataBox[];
  readonly pixels: { readonly width: number; readonly height: number } | undefined;
  /** The last box states no size: it goes on to the end of the file. */
  readonly isEndless: boolean;
}

const CODESTREAM = new Uint8Array([0xff, 0x0a]);
const SIGNATURE = new Uint8Array([0, 0, 0, 12, 0x4a, 0x58, 0x4c, 0x20, 0x0d, 0x0a, 0x87, 0x0a]);
/** Signature and file type of a container (ISO/IEC 18181-2, 9.1 and 9.2). */
const CONTAINER_HEAD = concat([SIGNATURE, fileType()]);
const XMP = 'xml ';
const EXIF = 'Exif';
/** A box whose content is another box's in Brotli, behind that box's type (9.8). */
const COMPRESSED = 'brob';
const PICTURE = ['jxlc', 'jxlp', 'jbrd'];
const blockOf: Readonly<Record<string, MetadataBox['block']>> = { [XMP]: 'xmp', [EXIF]: 'exif' };

const kind: Kind = {
  id: 'jxl',
  mediaType: 'image/jxl',
  name: 'JPEG XL',
  standard: 'ISO/IEC 18181-2, 9',
  carries: { ...carriesNothing, exif: 'update', xmp: 'make' },
  places: { exif: 'box `Exif`', xmp: 'box `xml `' },
};

/** JPEG XL: metadata in boxes; a bare codestream gets a container when metadata is added. */
export const jxl: ContainerCodec<JxlStructure> = {
  extensions: ['jxl'],
  maxBytes: {},
  kinds: [kind],
  kind: () => kind,
  sniff: (head) => startsWith(head, CODESTREAM) || startsWith(head, SIGNATURE),
  read: readJxl,
  planEdits: planJxl,
  provenance: async ({ boxes }) =>
    boxes
      .filter(({ type }) => type === 'jumb')
      .slice(0, 1)
      .map(({ at, end }) => ({ start: at, end })),
  bare: ({ size, boxes, isEndless }) =>
    boxes.length === 0
      ? [{ kind: 'copy', start: 0, end: size }]
      : editsOf({ boxes, isEndless }, ({ type }) => !isStructure(type), []),
  pictureRanges: async ({ boxes, size }) =>
    boxes.length === 0
      ? [{ start: 0, end: size }]
      : boxes.filter(({ type }) => PICTURE.includes(type)).map(contentOf),
  pixelSize: ({ pixels }) => pixels,
  parts: ({ boxes }) => boxes.map(({ type, at, end }) => ({ name: type.trim(), start: at, end })),
};

const isStructure = (type: string) => ['JXL ', 'ftyp', 'jxll', 'jxli', ...PICTURE].includes(type);
const contentOf = ({ start, end }: Range): Range => ({ start, end });

async function readJxl(source: ByteSource): Promise<ReadResult<JxlStructure>> {
  const { size } = source;
  if (startsWith(await source.read(0, Math.min(2, size)), CODESTREAM)) {
    const pixels = codestreamSize(await source.read(0, Math.min(CODESTREAM_HEAD, size)));
    return {
      structure: { size, boxes: [], metadata: [], pixels, isEndless: false },
      blocks: {},
      problems: [],
      unreadable: [],
    };
  }
  const { boxes, problem: broken } = await walkBoxes(source);
  if (broken) throw new FormatError(broken.code, 'JPEG XL', { offset: broken.offset ?? size });
  const metadata = await metadataOf(source, boxes);
  const last = boxes.at(-1)!;
  const stream = boxes.find(({ type }) => type === 'jxlc' || type === 'jxlp');
  const from = stream && stream.start + (stream.type === 'jxlp' ? 4 : 0);
  const head =
    from === undefined ? undefined : await source.read(from, Math.min(CODESTREAM_HEAD, size - from));
  const { blocks, unreadable } = await blocksOf(source, metadata);
  return {
    structure: {
      size,
      boxes,
      metadata,
      pixels: head && codestreamSize(head),
      isEndless: last.isEndless === true,
    },
    blocks,
    problems: problemsOf(boxes, metadata),
    unreadable,
  };
}

function problemsOf(boxes: readonly Box[], metadata: readonly MetadataBox[]): Problem[] {
  const signed = boxes.find(({ type }) => type === 'jumb');
  const jpeg = boxes.find(({ type }) => type === 'jbrd');
  return [
    ...(signed ? [problem('provenance-signed', 'JPEG XL', { offset: signed.at })] : []),
    // The JPEG takes its metadata from these boxes (ISO/IEC 18181-2, 9.6; from memory).
    ...(jpeg && metadata.length > 0 ? [problem('jpeg-not-restorable', 'JPEG XL', { offset: jpeg.at })] : []),
  ];
}

/** Octets that hold the size of a codestream. */
const CODESTREAM_HEAD = 16;

async function metadataOf(source: ByteSource, boxes: readonly Box[]): Promise<MetadataBox[]> {
  const found: MetadataBox[] = [];
  for (const box of boxes) {
    const isCompressed = box.type === COMPRESSED && box.end - box.start >= 4;
    const type = isCompressed ? String.fromCharCode(...(await source.read(box.start, 4))) : box.type;
    const block = Object.hasOwn(blockOf, type) ? blockOf[type] : undefined;
    if (block) found.push({ block, box });
  }
  return found;
}

async function blocksOf(source: ByteSource, metadata: readonly MetadataBox[]) {
  const data = async ({ box }: MetadataBox) => {
    const content = await boxContent(source, box);
    return box.type === COMPRESSED
      ? expandBrotli(content.subarray(4), limits.inflatedBytes, box.type)
      : content;
  };
  const unreadable = new Set<BlockKind>();
  const read = async (block: MetadataBox['block'], most: number) => {
    const found: Uint8Array[] = [];
    const all = metadata.filter((one) => one.block === block);
    // A change removes all of them: each must have been read.
    if (all.length > most) unreadable.add(block);
    for (const one of all.slice(0, most))
      try {
        found.push(await data(one));
      } catch (error) {
        if (!(error instanceof FormatError)) throw error;
        unreadable.add(block);
      }
    return found;
  };
  const [exif] = await read('exif', 1);
  const [xmp, ...furtherXmp] = await read('xmp', 1 + limits.furtherPackets);
  const blocks = {
    ...(exif ? { exif: tiffOf(exif) } : {}),
    ...(xmp ? { xmp } : {}),
    ...(furtherXmp.length > 0 ? { furtherXmp } : {}),
  };
  return { blocks, unreadable: [...unreadable] };
}

function planJxl(structure: JxlStructure, changes: BlockChanges): { edits: Edit[]; problems: Problem[] } {
  const { size, boxes, metadata } = structure;
  const made = [
    ...(changes.exif ? [box(EXIF, concat([new Uint8Array(4), changes.exif]))] : []),
    ...(changes.xmp ? [box(XMP, changes.xmp)] : []),
  ];
  const gone = new Set(metadata.filter(({ block }) => block in changes).map((one) => one.box));
  if (made.length + gone.size === 0) return { edits: [{ kind: 'copy', start: 0, end: size }], problems: [] };
  if (boxes.length === 0)
    return {
      edits: [
        { kind: 'insert', bytes: concat([CONTAINER_HEAD, boxHead('jxlc', size)]) },
        { kind: 'copy', start: 0, end: size },
        ...made.map((bytes) => ({ kind: 'insert', bytes }) as const),
      ],
      problems: [],
    };
  return { edits: editsOf(structure, (one) => gone.has(one), made), problems: [] };
}

/** The boxes without those that go, and new ones behind them; a last box without a size gets one. */
function editsOf(
  { boxes, isEndless }: Pick<JxlStructure, 'boxes' | 'isEndless'>,
  goes: (box: Box) => boolean,
  made: readonly Uint8Array[],
): Edit[] {
  const last = boxes.at(-1)!;
  const edits = boxes.flatMap((one): Edit[] => {
    if (one.depth > 0 || goes(one)) return [];
    if (one !== last || !isEndless || made.length === 0)
      return [{ kind: 'copy', start: one.at, end: one.end }];
    return [
      { kind: 'insert', bytes: boxHead(one.type, one.end - one.start) },
      { kind: 'copy', start: one.start, end: one.end },
    ];
  });
  return joinEdits([...edits, ...made.map((bytes) => ({ kind: 'insert', bytes }) as const)]);
}

function fileType(): Uint8Array {
  return concat([new Uint8Array([0, 0, 0, 20]), ascii('ftypjxl '), new Uint8Array(4), ascii('jxl ')]);
}
