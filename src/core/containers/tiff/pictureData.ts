import { limits } from '../../bytes/limits';
import type { Range } from '../../bytes/range';
import type { ByteSource } from '../../bytes/source';
import { entry, type IfdEntry, typeBytes } from '../../tiff/ifd';
import { numbersIn } from './numbers';
import { type ReadIfd, TIFF_TAG, type TiffStructure } from './structure';

const PAIRS = [
  [TIFF_TAG.stripOffsets, TIFF_TAG.stripByteCounts],
  [TIFF_TAG.tileOffsets, TIFF_TAG.tileByteCounts],
  [TIFF_TAG.jpegOffset, TIFF_TAG.jpegLength],
] as const;

/** Strips, tiles and embedded JPEG of one directory, neighbours joined; what lies outside is only told. */
export async function imageRanges(
  { format, size }: TiffStructure,
  ifd: ReadIfd,
  source: ByteSource,
): Promise<{ ranges: Range[]; outside: boolean }> {
  let outside = false;
  const joined: { start: number; end: number }[] = [];
  for (const [offsetTag, lengthTag] of PAIRS) {
    const offsets = await table(entry(ifd, offsetTag), format.order, source);
    const lengths = await table(entry(ifd, lengthTag), format.order, source);
    for (let i = 0; i < Math.min(offsets.length, lengths.length); i++) {
      const [start, end] = [offsets[i]!, offsets[i]! + lengths[i]!];
      outside ||= end > size;
      if (end > size || start === end) continue;
      const last = joined.at(-1);
      if (last?.end === start) last.end = end;
      else joined.push({ start, end });
    }
  }
  return { ranges: joined, outside };
}

async function table(
  one: IfdEntry | undefined,
  order: TiffStructure['format']['order'],
  source: ByteSource,
): Promise<number[]> {
  if (!one || one.count > limits.tiffStrips || typeBytes[one.type] === undefined) return [];
  if (one.byteLength <= one.field.length) return numbersIn(one.field.subarray(0, one.byteLength), one, order);
  if (one.valueAt + one.byteLength > source.size) return [];
  return numbersIn(await source.read(one.valueAt, one.byteLength), one, order);
}

/** Where a value is that counts as picture data, such as a colour profile. */
export function valueRange(ifd: ReadIfd, tag: number, size: number): Range[] {
  const one = entry(ifd, tag);
  const inside = one && one.byteLength > one.field.length && one.valueAt + one.byteLength <= size;
  return inside ? [{ start: one.valueAt, end: one.valueAt + one.byteLength }] : [];
}
