import { equalBytes } from '../../bytes/bytes';
import { limits } from '../../bytes/limits';
import type { Range } from '../../bytes/range';
import { type ByteSource, windowed } from '../../bytes/source';
import { ByteView } from '../../bytes/view';
import { FormatError } from '../../problems/problem';
import type { TextChunk } from './textChunk';

/** Chunks of PNG (third edition, 5.3): length, type, content, CRC. Offsets from the start of the file. */
export interface PngChunk {
  readonly type: string;
  readonly start: number;
  readonly end: number;
  /** Of a text chunk. */
  readonly keyword?: string;
  /** What a text chunk says, where it is metadata and could be read. */
  readonly text?: TextChunk;
}
export interface PngStructure {
  readonly size: number;
  /** All but the IDAT chunks, which form one range. */
  readonly chunks: readonly PngChunk[];
  readonly picture: readonly Range[];
  readonly pixels: { readonly width: number; readonly height: number };
  /** Bit depth (PNG, third edition, 11.2.1). */
  readonly bits: number;
}

export const PNG_SIGNATURE = new Uint8Array([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);
/** Chunks of which the picture is made: without them it looks otherwise. */
const PICTURE = new Set([
  'IHDR',
  'PLTE',
  'tRNS',
  'IDAT',
  'fdAT',
  'fcTL',
  'acTL',
  'iCCP',
  'gAMA',
  'cHRM',
  'sRGB',
  'cICP',
  'sBIT',
]);
const OVERHEAD = 12;

/** The chunks of a PNG (third edition, 5.3). Throws `file-cut`. */
export async function readChunks(file: ByteSource): Promise<PngStructure> {
  const source = windowed(file, 512);
  const chunks: PngChunk[] = [];
  const picture: { start: number; end: number }[] = [];
  let pixels: PngStructure['pixels'] | undefined;
  let bits = 0;
  let at = PNG_SIGNATURE.length;
  for (let count = 0; ; count++) {
    if (count > limits.chunks || chunks.length > limits.containerParts)
      throw new FormatError('limit-exceeded', 'PNG', { offset: at });
    if (at + OVERHEAD > source.size)
      throw new FormatError('file-cut', 'PNG', { offset: at, expected: 'IEND' });
    const head = new ByteView(await source.read(at, 8), 'big', 'PNG');
    const type = String.fromCharCode(...head.slice(4, 4));
    const end = at + OVERHEAD + head.u32(0);
    if (!/^[A-Za-z]{4}$/.test(type)) throw new FormatError('structure-broken', 'PNG', { offset: at + 4 });
    if (end > source.size)
      throw new FormatError('file-cut', type, {
        offset: at,
        expected: `${end} bytes`,
        found: `${source.size} bytes`,
      });
    if (PICTURE.has(type)) {
      const last = picture.at(-1);
      if (last?.end === at) last.end = end;
      else picture.push({ start: at, end });
    }
    if (type === 'IHDR' && end - at >= OVERHEAD + 9) {
      const size = new ByteView(await source.read(at + 8, 9), 'big', 'IHDR');
      pixels = { width: size.u32(0), height: size.u32(4) };
      bits = size.u8(8);
    }
    const last = chunks.at(-1);
    if (type === 'IDAT' && last?.type === 'IDAT')
      chunks[chunks.length - 1] = { type, start: last.start, end };
    else chunks.push({ type, start: at, end });
    at = end;
    if (type === 'IEND') break;
  }
  if (!pixels || chunks[0]?.type !== 'IHDR')
    throw new FormatError('structure-broken', 'PNG', { expected: 'IHDR' });
  return { size: file.size, chunks, picture, pixels, bits };
}

/** Whether bytes begin with PNG's signature (third edition, 5.2). */
export function isPng(head: Uint8Array): boolean {
  return equalBytes(head.subarray(0, 8), PNG_SIGNATURE);
}
