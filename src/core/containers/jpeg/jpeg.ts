import type { Range } from '../../bytes/range';
import { iccName } from '../../icc/iccName';
import type { ContainerCodec, Kind } from '../container';
import { bareJpeg } from './bare';
import { largeThumbnail } from './mpf';
import { jpegMaxBytes, planJpeg } from './plan';
import { provenancePortions } from './provenance';
import { readJpeg } from './read';
import type { JpegStructure, SegmentKind } from './structure';

/** Marker, length, "ICC_PROFILE\0", number of the piece and how many there are (ICC.1:2010, B.4). */
const ICC_HEAD = 18;

const markers: Readonly<Record<number, string>> = {
  216: 'SOI',
  196: 'DHT',
  219: 'DQT',
  221: 'DRI',
  254: 'COM',
};

/** "APP1, exif": the marker by its name in ITU-T T.81, table B.1, and what it holds. */
function segmentName(marker: number, of: SegmentKind): string {
  const app = marker >= 0xe0 && marker <= 0xef ? `APP${marker - 0xe0}` : undefined;
  const frame = marker >= 0xc0 && marker <= 0xcf ? `SOF${marker - 0xc0}` : `0x${marker.toString(16)}`;
  const name = app ?? markers[marker] ?? frame;
  return of === 'other' || of === 'tables' ? name : `${name}, ${of}`;
}

const kind: Kind = {
  id: 'jpeg',
  mediaType: 'image/jpeg',
  name: 'JPEG',
  standard: 'T.81; XMP part 3, 1.1.3; Exif 4.7',
  carries: { exif: 'update', xmp: 'make', xmpExtended: 'make', photoshop: 'make', iim: 'none' },
  places: {
    exif: 'APP1',
    xmp: 'APP1',
    xmpExtended: 'further APP1',
    photoshop: 'APP13, IIM in resource 0x0404',
  },
};

/** JPEG (ITU-T T.81) with JFIF, Exif (APP1), XMP (APP1), image resources (APP13) and MPF (APP2). */
export const jpeg: ContainerCodec<JpegStructure> = {
  extensions: ['jpg', 'jpeg', 'jpe'],
  kinds: [kind],
  kind: () => kind,
  maxBytes: jpegMaxBytes,
  sniff: (head) => head[0] === 0xff && head[1] === 0xd8 && head[2] === 0xff,
  read: readJpeg,
  planEdits: planJpeg,
  bare: bareJpeg,
  pixelSize: (structure) => structure.pixels,
  provenance: ({ segments }, source) => provenancePortions(segments, source),
  parts: ({ segments, scanAt, size }) => [
    ...segments.map(({ marker, kind: of, start, end }) => ({ name: segmentName(marker, of), start, end })),
    { name: 'scans', start: scanAt, end: size },
  ],
  async colour({ segments, bits }, source) {
    const first = segments.find((one) => one.kind === 'icc');
    if (!first) return { ...(bits ? { bits } : {}) };
    const start = first.start + ICC_HEAD;
    const profile = await source.read(start, Math.max(0, first.end - start));
    return { profile: iccName(profile), ...(bits ? { bits } : {}) };
  },
  async preview({ mpf, segments, size }) {
    const segment = segments.find((one) => one.kind === 'mpf');
    return mpf && segment ? largeThumbnail(mpf, segment.start, size) : undefined;
  },
  /**
   * Tables, frame, colour profile and Adobe transform, then everything from the first scan to the end of
   * the file. Metadata segments, comments and thumbnails do not count.
   */
  async pictureRanges(structure): Promise<Range[]> {
    const counted = structure.segments.filter(
      (one) => one.kind === 'tables' || one.kind === 'icc' || one.kind === 'adobe',
    );
    return [
      ...counted.map(({ start, end }) => ({ start, end })),
      { start: structure.scanAt, end: structure.size },
    ];
  },
};
