import { ascii, startsWith } from '../../bytes/bytes';
import { limits } from '../../bytes/limits';
import type { ByteSource } from '../../bytes/source';
import { ByteView } from '../../bytes/view';
import { FormatError, type Problem, problem } from '../../problems/problem';

/** Marker segments of JPEG (ITU-T T.81, annex B). Offsets count from the start of the file, in bytes. */
export interface Segment {
  /** Second octet of the marker, e.g. 0xE1 for APP1. */
  readonly marker: number;
  /** First byte of the marker (after fill bytes). */
  readonly start: number;
  readonly end: number;
  readonly kind: SegmentKind;
}
export type SegmentKind =
  | 'exif'
  | 'xmp'
  | 'xmp-extended'
  | 'photoshop'
  | 'mpf'
  | 'icc'
  | 'adobe'
  | 'jfif'
  | 'provenance'
  | 'tables'
  | 'other';

export interface JpegStructure {
  readonly size: number;
  readonly segments: readonly Segment[];
  /** Where the first scan's SOS marker is; everything from there on is one range. */
  readonly scanAt: number;
  readonly pixels?: { readonly width: number; readonly height: number };
  /** Sample precision of the frame (ITU-T T.81, B.2.2). */
  readonly bits?: number;
  /** Bytes of the MPF segment, for moving its offsets. */
  readonly mpf?: Uint8Array;
}

export const signatures = {
  exif: ascii('Exif\0\0'),
  xmp: ascii('http://ns.adobe.com/xap/1.0/\0'),
  xmpExtended: ascii('http://ns.adobe.com/xmp/extension/\0'),
  photoshop: ascii('Photoshop 3.0\0'),
  mpf: ascii('MPF\0'),
  icc: ascii('ICC_PROFILE\0'),
  adobe: ascii('Adobe'),
  jfif: ascii('JFIF\0'),
} as const;

const SOI = 0xd8;
const EOI = 0xd9;
const SOS = 0xda;
const HEAD_BYTES = 48;
const STANDALONE = (marker: number) => marker === 0x01 || (marker >= 0xd0 && marker <= 0xd7);
const FRAME = (marker: number) => marker >= 0xc0 && marker <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(marker);

/** Walks the markers up to the first scan, by small reads of a windowed source. Throws where the walk breaks. */
export async function readStructure(
  source: ByteSource,
): Promise<{ structure: JpegStructure; problems: Problem[] }> {
  const segments: Segment[] = [];
  const problems: Problem[] = [];
  let pixels: JpegStructure['pixels'];
  let bits: number | undefined;
  let at = 2;
  for (;;) {
    if (segments.length >= limits.containerParts)
      throw new FormatError('limit-exceeded', 'JPEG', { offset: at });
    at = await skipFill(source, at);
    const marker = (await readAt(source, at, 2))[1]!;
    if (marker === SOS) break;
    if (marker === EOI)
      throw new FormatError('structure-broken', 'JPEG', { offset: at, found: 'EOI', expected: 'a scan' });
    if (marker === SOI || STANDALONE(marker)) {
      segments.push({ marker, start: at, end: at + 2, kind: 'other' });
      at += 2;
      continue;
    }
    const length = new ByteView(await readAt(source, at + 2, 2), 'big', 'JPEG').u16(0);
    const end = at + 2 + length;
    if (length < 2)
      throw new FormatError('structure-broken', 'JPEG', { offset: at + 2, found: `length ${length}` });
    if (end > source.size)
      throw new FormatError('file-cut', 'JPEG', {
        offset: at,
        expected: `${end} bytes`,
        found: `${source.size} bytes`,
      });
    const head = await readAt(source, at + 4, Math.min(HEAD_BYTES, length - 2));
    if (FRAME(marker) && head.length >= 5) {
      const view = new ByteView(head, 'big', 'JPEG frame');
      bits ??= view.u8(0);
      pixels ??= { width: view.u16(3), height: view.u16(1) };
    }
    segments.push({ marker, start: at, end, kind: kindOf(marker, head) });
    at = end;
  }
  if (!pixels) problems.push(problem('structure-broken', 'JPEG', { expected: 'a frame header' }));
  const mpfSegment = segments.find((one) => one.kind === 'mpf');
  const mpf = mpfSegment ? await source.read(mpfSegment.start, mpfSegment.end - mpfSegment.start) : undefined;
  const structure = {
    size: source.size,
    segments,
    scanAt: at,
    ...(pixels ? { pixels } : {}),
    ...(bits ? { bits } : {}),
    ...(mpf ? { mpf } : {}),
  };
  return { structure, problems };
}

async function skipFill(source: ByteSource, from: number): Promise<number> {
  let at = from;
  if ((await readAt(source, at, 1))[0] !== 0xff)
    throw new FormatError('structure-broken', 'JPEG', { offset: at, expected: 'a marker' });
  while ((await readAt(source, at + 1, 1))[0] === 0xff) {
    at++;
    if (at - from > limits.containerParts)
      throw new FormatError('limit-exceeded', 'JPEG', { offset: from, found: 'fill bytes' });
  }
  return at;
}

async function readAt(source: ByteSource, at: number, length: number): Promise<Uint8Array> {
  if (at + length > source.size)
    throw new FormatError('file-cut', 'JPEG', { offset: at, found: `${source.size} bytes` });
  return source.read(at, length);
}

function kindOf(marker: number, head: Uint8Array): SegmentKind {
  const has = (signature: Uint8Array) => startsWith(head, signature);
  if (marker === 0xe0) return has(signatures.jfif) ? 'jfif' : 'other';
  if (marker === 0xe1)
    return has(signatures.exif)
      ? 'exif'
      : has(signatures.xmp)
        ? 'xmp'
        : has(signatures.xmpExtended)
          ? 'xmp-extended'
          : 'other';
  if (marker === 0xe2) return has(signatures.mpf) ? 'mpf' : has(signatures.icc) ? 'icc' : 'other';
  if (marker === 0xeb) return isProvenance(head) ? 'provenance' : 'other';
  if (marker === 0xed) return has(signatures.photoshop) ? 'photoshop' : 'other';
  if (marker === 0xee) return has(signatures.adobe) ? 'adobe' : 'other';
  return marker >= 0xe0 && marker <= 0xef ? 'other' : marker === 0xfe ? 'other' : 'tables';
}

/**
 * A JUMBF superbox of the C2PA manifest store (ISO/IEC 19566-5; C2PA 2.1, "Embedding manifests into JPEG";
 * from memory): "JP", box instance and packet sequence, then box length and type; its description box
 * begins with the UUID of "c2pa".
 */
function isProvenance(head: Uint8Array): boolean {
  const type = String.fromCharCode(...head.subarray(12, 16));
  const uuid = String.fromCharCode(...head.subarray(24, 28));
  return head[0] === 0x4a && head[1] === 0x50 && type === 'jumb' && uuid === 'c2pa';
}
