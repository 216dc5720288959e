import { ascii, concat } from '../../bytes/bytes';
import { limits } from '../../bytes/limits';
import { ByteWriter } from '../../bytes/writer';
import { FormatError, type Problem, problem } from '../../problems/problem';
import { extendedGuid } from '../../xmp/extended';
import type { BlockChanges, BlockKind, Edit } from '../container';
import { joinEdits, plannedSize } from '../edits';
import { moveMpf } from './mpf';
import { type JpegStructure, type Segment, type SegmentKind, signatures } from './structure';

/** Octets that one segment carries behind its length field. */
const SEGMENT_PAYLOAD = 65_533;
export const jpegMaxBytes = {
  exif: SEGMENT_PAYLOAD - signatures.exif.length,
  /** XMP part 3, 1.1.3: two octets fewer than the segment would hold. */
  xmp: 65_502,
  xmpExtended: limits.xmpBytes,
} as const;

/** Octets of one portion of extended XMP; what the toolkit's library writes (XMP part 3, 1.1.3.1). */
const EXTENDED_PORTION = 65_000;

const kinds: readonly { block: BlockKind; kind: SegmentKind; marker: number; signature: Uint8Array }[] = [
  { block: 'exif', kind: 'exif', marker: 0xe1, signature: signatures.exif },
  { block: 'xmp', kind: 'xmp', marker: 0xe1, signature: signatures.xmp },
  { block: 'xmpExtended', kind: 'xmp-extended', marker: 0xe1, signature: signatures.xmpExtended },
  { block: 'photoshop', kind: 'photoshop', marker: 0xed, signature: signatures.photoshop },
];

/**
 * The byte plan for changed blocks. A block takes the place of the one it replaces; a new one is
 * behind JFIF in the order Exif, XMP, image resources. Everything else is copied where it is; the offsets
 * of a multi-picture index follow.
 */
export function planJpeg(
  structure: JpegStructure,
  changes: BlockChanges,
): { edits: Edit[]; problems: Problem[] } {
  const made = new Map<SegmentKind, Uint8Array>();
  for (const { block, kind, marker, signature } of kinds) {
    if (!(block in changes)) continue;
    const bytes = changes[block];
    const segments =
      bytes &&
      (block === 'xmpExtended' ? extendedSegments(bytes) : segmentsOf(block, marker, signature, bytes));
    made.set(kind, segments ?? new Uint8Array(0));
  }
  const { edits, mpfTo } = layOut(structure, made);
  const problems: Problem[] = [];
  const followed = followMpf(structure, edits, mpfTo, problems);
  return { edits: joinEdits(followed), problems };
}

function segmentsOf(block: BlockKind, marker: number, signature: Uint8Array, bytes: Uint8Array): Uint8Array {
  const room = SEGMENT_PAYLOAD - signature.length;
  if (block !== 'photoshop' && bytes.length > room) {
    throw new FormatError('block-too-large', block, {
      found: `${bytes.length} bytes`,
      expected: `at most ${room} bytes`,
    });
  }
  const parts: Uint8Array[] = [];
  for (let at = 0; at < bytes.length; at += room) {
    const portion = bytes.subarray(at, at + room);
    parts.push(
      new ByteWriter('big', portion.length + 64)
        .u8(0xff)
        .u8(marker)
        .u16(2 + signature.length + portion.length)
        .bytes(signature)
        .bytes(portion)
        .done(),
    );
  }
  return concat(parts);
}

/** Portions, each with GUID, full length and its offset (XMP part 3, 1.1.3.1). */
function extendedSegments(bytes: Uint8Array): Uint8Array {
  const guid = ascii(extendedGuid(bytes));
  const out = new ByteWriter('big', bytes.length + 1024);
  for (let at = 0; at < bytes.length; at += EXTENDED_PORTION) {
    const portion = bytes.subarray(at, at + EXTENDED_PORTION);
    out
      .u8(0xff)
      .u8(0xe1)
      .u16(2 + signatures.xmpExtended.length + guid.length + 8 + portion.length)
      .bytes(signatures.xmpExtended)
      .bytes(guid)
      .u32(bytes.length)
      .u32(at)
      .bytes(portion);
  }
  return out.done();
}

function layOut(
  structure: JpegStructure,
  made: ReadonlyMap<SegmentKind, Uint8Array>,
): { edits: Edit[]; mpfTo: number } {
  const { segments } = structure;
  const anchors = insertionPoints(segments);
  const edits: Edit[] = [{ kind: 'copy', start: 0, end: 2 }];
  let cursor = 2;
  let mpfTo = 0;
  const insertNew = (index: number) => {
    for (const [kind, bytes] of made) {
      if (anchors.get(kind) === index && !segments.some((one) => one.kind === kind))
        edits.push({ kind: 'insert', bytes });
    }
  };
  const replaced = new Set<SegmentKind>();
  segments.forEach((segment, index) => {
    insertNew(index);
    const bytes = made.get(segment.kind);
    const several = segment.kind !== 'exif';
    const mine = bytes !== undefined && (several || !replaced.has(segment.kind));
    if (mine) {
      edits.push({ kind: 'copy', start: cursor, end: segment.start });
      if (!replaced.has(segment.kind)) edits.push({ kind: 'insert', bytes });
      replaced.add(segment.kind);
    } else {
      if (segment.kind === 'mpf' && mpfTo === 0) mpfTo = plannedSize(edits) + segment.start - cursor;
      edits.push({ kind: 'copy', start: cursor, end: segment.end });
    }
    cursor = segment.end;
  });
  insertNew(segments.length);
  edits.push({ kind: 'copy', start: cursor, end: structure.size });
  return { edits, mpfTo };
}

/** Before which segment a block that is not there yet belongs. */
function insertionPoints(segments: readonly Segment[]): Map<SegmentKind, number> {
  const afterLast = (kind: SegmentKind, otherwise: number) => {
    const last = segments.findLastIndex((one) => one.kind === kind);
    return last === -1 ? otherwise : last + 1;
  };
  const firstOther = segments.findIndex((one) => one.marker !== 0xe0);
  const exif = firstOther === -1 ? segments.length : firstOther;
  const xmp = afterLast('exif', exif);
  const extended = afterLast('xmp', xmp);
  return new Map<SegmentKind, number>([
    ['exif', exif],
    ['xmp', xmp],
    ['xmp-extended', extended],
    ['photoshop', afterLast('xmp-extended', extended)],
  ]);
}

function followMpf(structure: JpegStructure, edits: Edit[], mpfTo: number, problems: Problem[]): Edit[] {
  const segment = structure.segments.find((one) => one.kind === 'mpf');
  const scanDelta = plannedSize(edits) - structure.size;
  if (!segment || !structure.mpf || (scanDelta === 0 && mpfTo === segment.start)) return edits;
  const moved = moveMpf(structure.mpf, {
    segmentFrom: segment.start,
    segmentTo: mpfTo,
    scanAt: structure.scanAt,
    scanDelta,
  });
  if (!moved) {
    problems.push(problem('mpf-broken', 'JPEG', { offset: segment.start }));
    return edits;
  }
  return edits.flatMap((edit): Edit[] => {
    if (edit.kind !== 'copy' || edit.start > segment.start || edit.end < segment.end) return [edit];
    return [
      { ...edit, end: segment.start },
      { kind: 'insert', bytes: moved },
      { ...edit, start: segment.end },
    ];
  });
}
