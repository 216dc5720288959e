import { ascii, concat, equalBytes, startsWith } from '../../bytes/bytes';
import { limits } from '../../bytes/limits';
import { type ByteSource, windowed } from '../../bytes/source';
import { ByteView } from '../../bytes/view';
import { ByteWriter } from '../../bytes/writer';
import { iccName } from '../../icc/iccName';
import { FormatError, type Problem, problem } from '../../problems/problem';
import {
  type BlockChanges,
  type Blocks,
  type ContainerCodec,
  carriesNothing,
  type Edit,
  type Kind,
  type ReadResult,
} from '../container';
import { joinEdits, plannedSize } from '../edits';

/** Chunks of WebP (RFC 9649, 2). Offsets count from the start of the file. */
interface Chunk {
  readonly type: string;
  readonly start: number;
  /** Behind the padding octet. */
  readonly end: number;
  readonly length: number;
}
export interface WebpStructure {
  readonly size: number;
  readonly chunks: readonly Chunk[];
  /** Where the RIFF chunk ends; what follows is no WebP and is kept. */
  readonly riffEnd: number;
  readonly pixels: { readonly width: number; readonly height: number };
  readonly alpha: boolean;
  /** Content of VP8X, where there is one. */
  readonly extended?: Uint8Array;
  /** Whether the EXIF chunk begins with "Exif\0\0", as some writers put it (common practice). */
  readonly exifMark: boolean;
}

const FLAG = { animation: 0x02, xmp: 0x04, exif: 0x08, alpha: 0x10, icc: 0x20 } as const;
const EXIF_MARK = ascii('Exif\0\0');
const PICTURE = ['VP8 ', 'VP8L', 'ALPH', 'ANIM', 'ANMF', 'ICCP'];

const kind: Kind = {
  id: 'webp',
  mediaType: 'image/webp',
  name: 'WebP',
  standard: 'RFC 9649, 2.7',
  carries: { ...carriesNothing, exif: 'update', xmp: 'make' },
  places: { exif: 'chunk `EXIF`', xmp: 'chunk `XMP `' },
};

export const webp: ContainerCodec<WebpStructure> = {
  extensions: ['webp'],
  maxBytes: {},
  kinds: [kind],
  kind: () => kind,
  sniff: (head) => startsWith(head, ascii('RIFF')) && equalBytes(head.subarray(8, 12), ascii('WEBP')),
  read: readWebp,
  planEdits: planWebp,
  bare: bareWebp,
  pictureRanges: async ({ chunks }) =>
    chunks
      .filter((one) => PICTURE.includes(one.type))
      .map(({ start, length }) => ({ start, end: start + 8 + length })),
  pixelSize: ({ pixels }) => pixels,
  provenance: async ({ chunks }) =>
    chunks
      .filter(({ type }) => type === 'C2PA')
      .slice(0, 1)
      .map(({ start, length }) => ({ start: start + 8, end: start + 8 + length })),
  parts: ({ chunks }) => chunks.map(({ type, start, end }) => ({ name: type.trim(), start, end })),
  /** Samples of WebP have eight bits (RFC 9649, 1). */
  async colour({ chunks }, source) {
    const one = chunks.find((chunk) => chunk.type === 'ICCP');
    if (!one || one.length > limits.tiffValueBytes) return { ...(one ? { profile: '' } : {}), bits: 8 };
    return { profile: iccName(await source.read(one.start + 8, one.length)), bits: 8 };
  },
};

async function readWebp(file: ByteSource): Promise<ReadResult<WebpStructure>> {
  const source = windowed(file, 4096);
  const head = new ByteView(await source.read(0, 12), 'little', 'WebP');
  const problems: Problem[] = [];
  const stated = 8 + head.u32(4);
  if (stated > file.size + 1)
    throw new FormatError('file-cut', 'WebP', { expected: `${stated} bytes`, found: `${file.size} bytes` });
  const riffEnd = Math.min(stated, file.size);
  const chunks: Chunk[] = [];
  for (let at = 12; at + 8 <= riffEnd; ) {
    if (chunks.length >= limits.containerParts)
      throw new FormatError('limit-exceeded', 'WebP', { offset: at });
    const view = new ByteView(await source.read(at, 8), 'little', 'WebP');
    const length = view.u32(4);
    if (at + 8 + length > riffEnd) throw new FormatError('file-cut', 'WebP', { offset: at });
    const end = Math.min(at + 8 + length + (length % 2), riffEnd);
    chunks.push({ type: String.fromCharCode(...view.slice(0, 4)), start: at, end, length });
    at = end;
  }
  const of = (type: string) => chunks.find((one) => one.type === type);
  const content = (one: Chunk) => {
    if (one.length > limits.blockBytes)
      throw new FormatError('limit-exceeded', one.type, { offset: one.start });
    return file.read(one.start + 8, one.length);
  };
  const blocks: { -readonly [K in keyof Blocks]: Blocks[K] } = {};
  const [exif, xmp, vp8x] = [of('EXIF'), of('XMP '), of('VP8X')];
  const stored = exif && (await content(exif));
  const exifMark = stored !== undefined && startsWith(stored, EXIF_MARK);
  if (stored) blocks.exif = exifMark ? stored.subarray(EXIF_MARK.length) : stored;
  if (xmp) blocks.xmp = await content(xmp);
  const moreXmp = chunks.filter((one) => one.type === 'XMP ' && one !== xmp);
  if (moreXmp.length > 0)
    blocks.furtherXmp = await Promise.all(moreXmp.slice(0, limits.furtherPackets).map(content));
  const provenance = of('C2PA');
  if (provenance) problems.push(problem('provenance-signed', 'WebP', { offset: provenance.start }));
  const bitstream = await bitstreamOf(source, chunks);
  const extended = vp8x && (await content(vp8x));
  if (extended && extended.length < 10)
    throw new FormatError('structure-broken', 'VP8X', { offset: vp8x.start });
  if (file.size > stated)
    problems.push(
      problem('structure-broken', 'WebP', {
        offset: stated,
        found: 'bytes behind the end',
        severity: 'info',
      }),
    );
  const structure = {
    size: file.size,
    chunks,
    riffEnd,
    pixels: extended ? canvasOf(extended) : bitstream,
    alpha: bitstream.alpha,
    exifMark,
    ...(extended ? { extended } : {}),
  };
  return { structure, blocks, problems, unreadable: [] };
}

function canvasOf(extended: Uint8Array): { width: number; height: number } {
  const u24 = (at: number) => extended[at]! + extended[at + 1]! * 256 + extended[at + 2]! * 65536;
  return { width: u24(4) + 1, height: u24(7) + 1 };
}

/** Size and alpha of a still picture: the frame header of VP8 (RFC 6386, 9.1) or VP8L (RFC 9649, 3.4). */
async function bitstreamOf(
  source: ByteSource,
  chunks: readonly Chunk[],
): Promise<{ width: number; height: number; alpha: boolean }> {
  const lossy = chunks.find((one) => one.type === 'VP8 ');
  const lossless = chunks.find((one) => one.type === 'VP8L');
  const alpha = chunks.some((one) => one.type === 'ALPH');
  if (lossy && lossy.length >= 10) {
    const view = new ByteView(await source.read(lossy.start + 8, 10), 'little', 'VP8');
    return { width: view.u16(6) & 0x3fff, height: view.u16(8) & 0x3fff, alpha };
  }
  if (lossless && lossless.length >= 5) {
    const bits = new ByteView(await source.read(lossless.start + 8, 5), 'little', 'VP8L').u32(1);
    return {
      width: (bits & 0x3fff) + 1,
      height: ((bits >>> 14) & 0x3fff) + 1,
      alpha: ((bits >>> 28) & 1) === 1,
    };
  }
  if (chunks.some((one) => one.type === 'ANMF')) return { width: 0, height: 0, alpha };
  throw new FormatError('structure-broken', 'WebP', { expected: 'VP8, VP8L or ANMF' });
}

/** EXIF and XMP are behind the picture, in this order (RFC 9649, 2.7); VP8X is made when missing. */
function planWebp(structure: WebpStructure, changes: BlockChanges): { edits: Edit[]; problems: Problem[] } {
  const { chunks, riffEnd, size } = structure;
  const made = new Map<string, Uint8Array | undefined>();
  if ('exif' in changes)
    made.set(
      'EXIF',
      changes.exif && concat([structure.exifMark ? EXIF_MARK : new Uint8Array(0), changes.exif]),
    );
  if ('xmp' in changes) made.set('XMP ', changes.xmp);
  if (made.size === 0) return { edits: [{ kind: 'copy', start: 0, end: size }], problems: [] };
  const has = (type: string) =>
    made.has(type) ? made.get(type) !== undefined : chunks.some((one) => one.type === type);
  const edits: Edit[] = [{ kind: 'insert', bytes: chunk('VP8X', vp8x(structure, has)) }];
  const placed = new Set<string>();
  for (const one of chunks) {
    if (one.type === 'VP8X') continue;
    if (one.type === 'XMP ' && !placed.has('EXIF')) edits.push(...anew('EXIF', chunks, made, placed));
    if (!made.has(one.type)) edits.push(...copyOf(one));
    else if (!placed.has(one.type)) {
      const bytes = made.get(one.type);
      if (bytes) edits.push({ kind: 'insert', bytes: chunk(one.type, bytes) });
      placed.add(one.type);
    }
  }
  for (const type of ['EXIF', 'XMP ']) edits.push(...anew(type, chunks, made, placed));
  const all: Edit[] = [riffHead(edits), ...edits, { kind: 'copy', start: riffEnd, end: size }];
  return { edits: joinEdits(all), problems: [] };
}

/**
 * The chunks of the picture alone. VP8X stays where there is one, and names no metadata any more.
 */
function bareWebp({ chunks, extended }: WebpStructure): Edit[] {
  const flags = extended?.slice();
  if (flags) flags[0] = flags[0]! & ~(FLAG.exif | FLAG.xmp);
  const kept = chunks.filter((one) => PICTURE.includes(one.type));
  const edits: Edit[] = flags ? [{ kind: 'insert', bytes: chunk('VP8X', flags) }] : [];
  edits.push(...kept.flatMap(copyOf));
  return joinEdits([riffHead(edits), ...edits]);
}

/** A chunk as it is; the last one of a file may lack its padding octet. */
const copyOf = (one: Chunk): Edit[] => [
  { kind: 'copy', start: one.start, end: one.end },
  ...(one.end - one.start === 8 + one.length + (one.length % 2)
    ? []
    : [{ kind: 'insert', bytes: new Uint8Array(1) } as const]),
];

function riffHead(edits: readonly Edit[]): Edit {
  const body = plannedSize(edits);
  if (body + 4 > 0xffff_fffe) throw new FormatError('block-too-large', 'WebP');
  const bytes = new ByteWriter('little', 16)
    .bytes(ascii('RIFF'))
    .u32(body + 4)
    .bytes(ascii('WEBP'))
    .done();
  return { kind: 'insert', bytes };
}

/** A chunk that the file has not yet. */
function anew(
  type: string,
  chunks: readonly Chunk[],
  made: ReadonlyMap<string, Uint8Array | undefined>,
  placed: Set<string>,
): Edit[] {
  const bytes = made.get(type);
  if (!bytes || placed.has(type) || chunks.some((one) => one.type === type)) return [];
  placed.add(type);
  return [{ kind: 'insert', bytes: chunk(type, bytes) }];
}

/**
 * The flags say what a reader finds. Chunks that the file had without saying so stay unsaid: an Exif block or
 * a colour profile that nobody read must not turn or tint the picture now.
 */
function vp8x(structure: WebpStructure, has: (type: string) => boolean): Uint8Array {
  const { extended, pixels, alpha, chunks } = structure;
  const out = extended ? extended.slice() : new Uint8Array(10);
  if (!extended) {
    const put24 = (at: number, value: number) =>
      out.set([value & 255, (value >> 8) & 255, (value >> 16) & 255], at);
    put24(4, pixels.width - 1);
    put24(7, pixels.height - 1);
    if (alpha) out[0]! |= FLAG.alpha;
  }
  const hidden = (flag: number, type: string) =>
    chunks.some((one) => one.type === type) && (!extended || (extended[0]! & flag) === 0);
  const exif = has('EXIF') && !hidden(FLAG.exif, 'EXIF');
  out[0] = (out[0]! & ~(FLAG.exif | FLAG.xmp)) | (exif ? FLAG.exif : 0) | (has('XMP ') ? FLAG.xmp : 0);
  return out;
}

function chunk(type: string, content: Uint8Array): Uint8Array {
  return new ByteWriter('little', content.length + 9)
    .bytes(ascii(type))
    .u32(content.length)
    .bytes(content)
    .zeros(content.length % 2)
    .done();
}
