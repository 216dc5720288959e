import type { Edit } from '../container';
import { joinEdits } from '../edits';
import { firstImageBytes } from './mpf';
import type { JpegStructure, Segment, SegmentKind } from './structure';

/** What the picture is made of: tables, frame, profile, transform. */
const PICTURE: ReadonlySet<SegmentKind> = new Set(['tables', 'icc', 'adobe']);

/** JFIF 1.02: marker, then identifier, version, units and densities; a thumbnail is behind them. */
const JFIF = { marker: 2, length: 16, kept: 12 } as const;

/** The same picture and nothing around it: no metadata, comment, thumbnail, or further image behind it. */
export function bareJpeg(structure: JpegStructure): Edit[] {
  const { segments, scanAt, size, mpf } = structure;
  const edits: Edit[] = [{ kind: 'copy', start: 0, end: 2 }];
  for (const segment of segments) {
    if (PICTURE.has(segment.kind)) edits.push({ kind: 'copy', start: segment.start, end: segment.end });
    else if (segment.kind === 'jfif') edits.push(...withoutThumbnail(segment));
  }
  const first = mpf && firstImageBytes(mpf);
  const end = first && first > scanAt && first < size ? first : size;
  edits.push({ kind: 'copy', start: scanAt, end });
  return joinEdits(edits);
}

function withoutThumbnail({ start, end }: Segment): Edit[] {
  if (end - start < JFIF.marker + JFIF.length) return [];
  const { marker, length, kept } = JFIF;
  return [
    { kind: 'copy', start, end: start + marker },
    { kind: 'insert', bytes: new Uint8Array([0, length]) },
    { kind: 'copy', start: start + marker + 2, end: start + marker + 2 + kept },
    { kind: 'insert', bytes: new Uint8Array(2) },
  ];
}
