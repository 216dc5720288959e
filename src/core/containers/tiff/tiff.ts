import { limits } from '../../bytes/limits';
import type { Range } from '../../bytes/range';
import type { ByteSource } from '../../bytes/source';
import { tagName } from '../../exif/tagNames';
import { iccName } from '../../icc/iccName';
import { problem } from '../../problems/problem';
import { entry } from '../../tiff/ifd';
import { type ContainerCodec, isReadOnly, type Kind, nothingIsWritten, type ReadResult } from '../container';
import { tiffBlocks } from './blocks';
import { tiffKinds } from './kinds';
import { numbers } from './numbers';
import { imageRanges, valueRange } from './pictureData';
import { planTiff } from './plan';
import { largestJpeg } from './preview';
import { isRawExtension, TIFF_RAW_EXTENSIONS } from './rawNames';
import { type ReadIfd, readTiff, TIFF_TAG, type TiffStructure } from './structure';

/** The structure, and the Exif block that was put together from it. */
export interface TiffFile {
  readonly tiff: TiffStructure;
  readonly exif: Uint8Array;
  readonly kind: Kind;
  /** Strips, tiles and embedded JPEGs of all directories. */
  readonly ranges: readonly Range[];
}

const PHOTOMETRIC_CFA = 32803;
const RAW_VERSIONS = [0x4f52, 0x5352, 0x0055];

/**
 * TIFF 6.0, BigTIFF, DNG (Adobe DNG 1.7: a TIFF whose IFD0 has DNGVersion) and camera raw files of TIFF's
 * structure, told apart by content; a raw file without any mark of its own by its extension. Camera raw
 * files are read only.
 */
export const tiff: ContainerCodec<TiffFile> = {
  extensions: ['tif', 'tiff', 'dng', ...TIFF_RAW_EXTENSIONS],
  maxBytes: {},
  kinds: Object.values(tiffKinds),
  kind: ({ kind }) => kind,
  sniff(head) {
    const order =
      head[0] === 0x49 && head[1] === 0x49 ? 'little' : head[0] === 0x4d && head[1] === 0x4d ? 'big' : '';
    if (order === '' || head.length < 4) return false;
    const version = order === 'little' ? head[2]! + head[3]! * 256 : head[2]! * 256 + head[3]!;
    return version === 42 || version === 43 || RAW_VERSIONS.includes(version);
  },
  read: readTiffFile,
  planEdits({ tiff: structure, exif, kind, ranges }, changes) {
    if (isReadOnly(kind)) nothingIsWritten();
    return planTiff(structure, { exif, ranges }, changes);
  },
  async pictureRanges({ tiff: structure, ranges }) {
    const extras = [TIFF_TAG.iccProfile, TIFF_TAG.jpegTables, TIFF_TAG.colorMap];
    return [...extras.flatMap((tag) => valueRange(structure.ifd0, tag, structure.size)), ...ranges];
  },
  parts: ({ tiff: { images, exifIfd, gpsIfd } }) =>
    [...images.map((ifd) => ({ ifd, name: 'IFD' })), ...named(exifIfd, 'Exif'), ...named(gpsIfd, 'GPS')]
      .flatMap(({ ifd, name }) =>
        ifd.entries.map(({ tag, valueAt, byteLength }) => ({
          name: `${name}, ${tagName(name === 'IFD' ? 'IFD0' : name, tag)}`,
          start: valueAt,
          end: valueAt + byteLength,
        })),
      )
      .sort((a, b) => a.start - b.start),
  async colour({ tiff: { ifd0, images, format, size } }, source) {
    const bits = Math.max(0, ...images.flatMap((ifd) => numbers(ifd, TIFF_TAG.bitsPerSample, format)));
    const [at] = valueRange(ifd0, TIFF_TAG.iccProfile, size);
    const profile = at && (await source.read(at.start, Math.min(at.end - at.start, limits.tiffValueBytes)));
    return { ...(profile ? { profile: iccName(profile) } : {}), ...(bits > 0 ? { bits } : {}) };
  },
  pixelSize({ tiff: { images, format } }) {
    const full = images.map((ifd) => ({
      width: numbers(ifd, TIFF_TAG.imageWidth, format)[0] ?? 0,
      height: numbers(ifd, TIFF_TAG.imageLength, format)[0] ?? 0,
    }));
    const largest = full.sort((a, b) => b.width * b.height - a.width * a.height)[0];
    return largest && largest.width > 0 && largest.height > 0 ? largest : undefined;
  },
  async provenance({ tiff }) {
    const found = signedIn(tiff);
    return found ? [{ start: found.valueAt, end: found.valueAt + found.byteLength }] : [];
  },
  preview: ({ tiff: structure }, source) => largestJpeg(structure, source),
};

const signedIn = ({ images }: TiffStructure) =>
  images.map((ifd) => entry(ifd, TIFF_TAG.provenance)).find((found) => found !== undefined);

const named = (ifd: ReadIfd | undefined, name: string) => (ifd ? [{ ifd, name }] : []);

async function readTiffFile(source: ByteSource, name: string): Promise<ReadResult<TiffFile>> {
  const { structure, problems } = await readTiff(source);
  const ranges: Range[] = [];
  for (const ifd of structure.images) {
    const found = await imageRanges(structure, ifd, source);
    ranges.push(...found.ranges);
    if (found.outside) problems.push(problem('out-of-bounds', 'picture data', { offset: ifd.offset }));
  }
  const provenance = signedIn(structure);
  const { exif, blocks, problems: about } = await tiffBlocks(structure, source);
  return {
    structure: {
      tiff: problems[0] ? { ...structure, dangling: problems[0] } : structure,
      exif,
      kind: kindOf(structure, name),
      ranges,
    },
    blocks: { ...blocks, exif },
    problems: [
      ...problems,
      ...about,
      ...(provenance ? [problem('provenance-signed', 'TIFF', { offset: provenance.valueAt })] : []),
    ],
    unreadable: unread(structure, blocks),
  };
}

/** A block whose value lies outside the file is there, but cannot be read. */
function unread(
  { ifd0 }: TiffStructure,
  blocks: { readonly [K in 'xmp' | 'photoshop' | 'iim']?: Uint8Array },
) {
  return (['xmp', 'photoshop', 'iim'] as const).filter((kind) => {
    const one = entry(ifd0, TIFF_TAG[kind]);
    return one !== undefined && one.byteLength > 0 && !blocks[kind];
  });
}

function kindOf({ ifd0, images, version, format }: TiffStructure, name: string): Kind {
  if (entry(ifd0, TIFF_TAG.dngVersion)) return tiffKinds.dng;
  const extension = name.slice(name.lastIndexOf('.') + 1).toLowerCase();
  const mosaic = images.some((ifd) => numbers(ifd, TIFF_TAG.photometric, format)[0] === PHOTOMETRIC_CFA);
  if (mosaic || RAW_VERSIONS.includes(version) || isRawExtension(extension)) return tiffKinds.raw;
  return tiffKinds.tiff;
}
