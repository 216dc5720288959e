import type { Range } from '../../bytes/range';
import type { ByteSource } from '../../bytes/source';
import { entry, typeBytes } from '../../tiff/ifd';
import { isJpeg } from './blocks';
import { numbers } from './numbers';
import { imageRanges } from './pictureData';
import { TIFF_TAG, type TiffStructure } from './structure';

const PHOTOMETRIC_CFA = 32803;
const PHOTOMETRIC_LINEAR_RAW = 34892;
/** A whole JPEG as the value of a tag, as one raw format keeps it (common practice). */
const JPEG_IN_TAG = 0x002e;
/** Baseline and progressive frames; lossless ones (raw data) no browser shows. */
const SHOWN_FRAMES = [0xc0, 0xc1, 0xc2];
const HEAD_BYTES = 64 * 1024;

/** The largest embedded JPEG of a raw file: of any directory, or the value of a tag. */
export async function largestJpeg(structure: TiffStructure, source: ByteSource): Promise<Range | undefined> {
  const candidates: Range[] = [];
  for (const ifd of structure.images) {
    const photometric = numbers(ifd, TIFF_TAG.photometric, structure.format)[0];
    if (photometric === PHOTOMETRIC_CFA || photometric === PHOTOMETRIC_LINEAR_RAW) continue;
    candidates.push(...(await imageRanges(structure, ifd, source)).ranges);
    const inTag = entry(ifd, JPEG_IN_TAG);
    if (inTag && typeBytes[inTag.type] === 1 && inTag.valueAt + inTag.byteLength <= source.size)
      candidates.push({ start: inTag.valueAt, end: inTag.valueAt + inTag.byteLength });
  }
  candidates.sort((a, b) => b.end - b.start - (a.end - a.start));
  for (const one of candidates) if (await isShownJpeg(source, one)) return one;
  return undefined;
}

/** Whether a JPEG that browsers show is there. */
export async function isShownJpeg(source: ByteSource, { start, end }: Range): Promise<boolean> {
  if (end > source.size || end - start < 4) return false;
  const head = await source.read(start, Math.min(HEAD_BYTES, end - start));
  if (!isJpeg(head)) return false;
  for (let at = 2; at + 4 <= head.length && head[at] === 0xff; ) {
    const marker = head[at + 1]!;
    if (marker >= 0xc0 && marker <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(marker))
      return SHOWN_FRAMES.includes(marker);
    at += 2 + head[at + 2]! * 256 + head[at + 3]!;
  }
  return false;
}
