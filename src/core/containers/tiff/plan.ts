import { concat, equalBytes } from '../../bytes/bytes';
import type { Range } from '../../bytes/range';
import { ByteView } from '../../bytes/view';
import { ByteWriter } from '../../bytes/writer';
import { decodeExif, type ExifModel } from '../../exif/exif';
import { changedRows, MARK_BYTES, markedArea, type TagChange } from '../../exif/writeTags';
import { FormatError, type Problem } from '../../problems/problem';
import { deadSpans, refuseUseOfHeader, valueSpans } from '../../tiff/dead';
import { entry, type IfdEntry, sizes, valueBytes } from '../../tiff/ifd';
import { layTree } from '../../tiff/layout';
import type { BlockChanges, Edit } from '../container';
import { copyWithZeros, joinEdits } from '../edits';
import { type ReadIfd, TIFF_TAG, type TiffStructure } from './structure';

const CLASSIC_MAX = 2 ** 32;
type Changes = Map<number, TagChange | undefined>;

/**
 * TIFF is never shifted: MakerNotes may hold hidden absolute offsets. A new IFD0 (and Exif or GPS directory
 * where their tags change) is appended with its values, and the header's pointer switched to it. Pages and
 * sub-directories stay where they are. `before` are the blocks as read.
 */
export function planTiff(
  structure: TiffStructure,
  before: { readonly exif: Uint8Array; readonly ranges: readonly Range[] },
  changes: BlockChanges,
): { edits: Edit[]; problems: Problem[] } {
  const { format, size } = structure;
  const tags = tagChanges(structure, before.exif, changes);
  if (tags.IFD0.size + tags.Exif.size + tags.GPS.size === 0)
    return { edits: [{ kind: 'copy', start: 0, end: size }], problems: [] };
  // A growing file would give a meaning to what now points outside it.
  if (structure.dangling)
    throw new FormatError(structure.dangling.code, structure.dangling.part, structure.dangling);
  const { ownAreaAt = size } = structure;
  const { images, exifIfd, gpsIfd } = structure;
  refuseUseOfHeader([...images, exifIfd, gpsIfd], before.ranges, sizes(format.big).header, 'TIFF');
  const base = before.ranges.some((one) => one.end > ownAreaAt) ? size : ownAreaAt;
  const step = format.big ? 8 : 2;
  const areaAt = Math.ceil(base / step) * step;
  const area = layArea(structure, tags, base, areaAt);
  if (!format.big && areaAt + area.length > CLASSIC_MAX - 1)
    throw new FormatError('tiff-past-4-gib', 'TIFF', { found: `${areaAt + area.length} bytes` });
  const pointer = new ByteWriter(format.order);
  const pointerAt = format.big ? 8 : 4;
  if (format.big) pointer.u64(areaAt + MARK_BYTES);
  else pointer.u32(areaAt + MARK_BYTES);
  const edits: Edit[] = [
    { kind: 'copy', start: 0, end: pointerAt },
    { kind: 'insert', bytes: pointer.done() },
    ...copyWithZeros(pointerAt + pointer.length, base, formerValues(structure, before.ranges, tags, base)),
    { kind: 'insert', bytes: concat([new Uint8Array(areaAt - base), area]) },
  ];
  return { edits: joinEdits(edits), problems: [] };
}

/** Where the values of changed tags were, packets among them, unless something else uses these bytes. */
function formerValues(
  { ifd0, exifIfd, gpsIfd, images, format }: TiffStructure,
  ranges: readonly Range[],
  tags: Record<'IFD0' | 'Exif' | 'GPS', Changes>,
  base: number,
): Range[] {
  const { count, entry: octets, next } = sizes(format.big);
  const directory = ({ offset, entries }: ReadIfd): Range => ({
    start: offset,
    end: offset + count + entries.length * octets + next,
  });
  const relaid = [
    { ifd: ifd0, changed: tags.IFD0, stays: false },
    { ifd: exifIfd, changed: tags.Exif, stays: tags.Exif.size === 0 },
    { ifd: gpsIfd, changed: tags.GPS, stays: tags.GPS.size === 0 },
  ];
  const former = relaid.flatMap(
    ({ ifd, changed }) => ifd?.entries.filter((one) => changed.has(one.tag)) ?? [],
  );
  const others = images.filter((one) => one !== ifd0);
  const live = [
    ...ranges,
    ...relaid.flatMap(({ ifd, changed, stays }) => [
      ...valueSpans(ifd, new Set(changed.keys())),
      ...(ifd && stays ? [directory(ifd)] : []),
    ]),
    ...others.flatMap((ifd) => [...valueSpans(ifd), directory(ifd)]),
  ];
  return deadSpans(former, live, base);
}

function tagChanges(
  structure: TiffStructure,
  exifBefore: Uint8Array | undefined,
  changes: BlockChanges,
): { IFD0: Changes; Exif: Changes; GPS: Changes } {
  const tags = { IFD0: new Map() as Changes, Exif: new Map() as Changes, GPS: new Map() as Changes };
  if (changes.exif && exifBefore) {
    const [from, to] = [decodeExif(exifBefore).model, decodeExif(changes.exif).model];
    for (const name of ['IFD0', 'Exif', 'GPS'] as const) differences(from, to, name, tags[name]);
    tags.IFD0.delete(TIFF_TAG.exifIfd);
    tags.IFD0.delete(TIFF_TAG.gpsIfd);
  }
  const block = (tag: number, bytes: Uint8Array | undefined, type: number) =>
    tags.IFD0.set(tag, bytes && { type, count: bytes.length, bytes });
  if ('xmp' in changes) block(TIFF_TAG.xmp, changes.xmp, 1);
  if ('photoshop' in changes) block(TIFF_TAG.photoshop, changes.photoshop, 7);
  if ('iim' in changes) tags.IFD0.set(TIFF_TAG.iim, changes.iim && iimTag(structure, changes.iim));
  return tags;
}

/** Keeps BYTE, UNDEFINED or LONG as the file has it; LONG is filled up to whole numbers. */
function iimTag(structure: TiffStructure, bytes: Uint8Array): TagChange {
  const type = entry(structure.ifd0, TIFF_TAG.iim)?.type;
  if (type !== 4) return { type: type === 1 ? 1 : 7, count: bytes.length, bytes };
  const filled = concat([bytes, new Uint8Array((4 - (bytes.length % 4)) % 4)]);
  return { type: 4, count: filled.length / 4, bytes: filled };
}

function differences(from: ExifModel, to: ExifModel, name: 'IFD0' | 'Exif' | 'GPS', into: Changes): void {
  const read = (model: ExifModel, one: IfdEntry) =>
    valueBytes(new ByteView(model.bytes, model.order, name), one);
  const after = to.ifds[name]?.entries ?? [];
  for (const one of after) {
    const held = entry(from.ifds[name], one.tag);
    const bytes = read(to, one);
    const same =
      held && bytes && held.type === one.type && equalBytes(read(from, held) ?? new Uint8Array(0), bytes);
    if (!same && bytes) into.set(one.tag, { type: one.type, count: one.count, bytes });
  }
  for (const one of from.ifds[name]?.entries ?? [])
    if (!after.some((other) => other.tag === one.tag)) into.set(one.tag, undefined);
}

function layArea(
  { format, ifd0, exifIfd, gpsIfd }: TiffStructure,
  tags: { IFD0: Changes; Exif: Changes; GPS: Changes },
  base: number,
  areaAt: number,
): Uint8Array {
  const bring = (ifd: ReadIfd | undefined) => (one: IfdEntry) =>
    one.byteLength > one.field.length && one.valueAt >= base ? ifd?.values.get(one.tag) : undefined;
  const subs = (
    [
      { tag: TIFF_TAG.exifIfd, ifd: exifIfd, changes: tags.Exif },
      { tag: TIFF_TAG.gpsIfd, ifd: gpsIfd, changes: tags.GPS },
    ] as const
  )
    .filter(({ ifd, changes }) => changes.size > 0 || (ifd && ifd.offset >= base))
    .map(({ tag, ifd, changes }) => ({
      tag,
      next: ifd?.next ?? 0,
      rows: changedRows(ifd?.entries ?? [], changes, bring(ifd)),
    }));
  const own = new Map([...tags.IFD0, ...subs.map(({ tag }) => [tag, undefined] as const)]);
  const first = changedRows(ifd0.entries, own, bring(ifd0));
  return markedArea(layTree(first, ifd0.next, subs, areaAt + MARK_BYTES, format), format.order);
}
