import { concat } from '../../../bytes/bytes';
import { overlap, type Range } from '../../../bytes/range';
import { ByteWriter } from '../../../bytes/writer';
import { FormatError, type Problem } from '../../../problems/problem';
import { type BlockChanges, type Edit, nothingIsWritten } from '../../container';
import { copyWithZeros, joinEdits } from '../../edits';
import { box } from '../boxes';
import { type Item, infoOf, writeInfos, writeLocations, writeReferences } from './items';
import { type HeifItems, type HeifStructure, XMP_TYPE } from './structure';

const MDAT_HEAD = 8;
const CLASSIC_MAX = 2 ** 32 - 1;
/** A new `meta` box makes a file longer by less than this. */
const MOST_GROWTH = 2 ** 28;

/** An item that is to be there: a new one of its kind takes the place of the former. */
interface NewItem {
  readonly id: number;
  readonly entry: Uint8Array;
  readonly data: Uint8Array;
}

/**
 * A new `meta` box in the place of the former, whose pictures are found where they are then; Exif and XMP lie in an
 * `mdat` of their own behind everything. Zeros replace their former data.
 */
export function planHeif(
  { size, opened }: HeifStructure,
  changes: BlockChanges,
): { edits: Edit[]; problems: Problem[] } {
  if (!opened?.isWritable) return nothingIsWritten();
  const goes = ({ role }: Item) => role !== undefined && role in changes;
  const gone = opened.items.filter(goes);
  const kept = opened.items.filter((item) => !goes(item));
  const made = newItems(opened, changes);
  if (gone.length + made.length === 0)
    return { edits: [{ kind: 'copy', start: 0, end: size }], problems: [] };
  if (opened.hasTracks) return planBehind(opened, size, { kept, gone, made });
  const end = endOfOthers(opened, gone, kept, size);
  const metaAt = (delta: number) => metaWith(opened, { kept, gone, made }, delta, end + delta + MDAT_HEAD);
  // Its size does not depend on where things are.
  const delta = metaAt(0).length - (opened.meta.end - opened.meta.at);
  const meta = metaAt(delta);
  const data = concat(made.map((one) => one.data));
  if (data.length > MOST_GROWTH) throw new FormatError('block-too-large', 'HEIF');
  const former = gone.flatMap((item) => (item.place === 'file' ? item.extents : []));
  const edits: Edit[] = [
    ...copyWithZeros(0, opened.meta.at, former),
    { kind: 'insert', bytes: meta },
    ...copyOthers(opened, end, former),
    ...(data.length > 0 ? [{ kind: 'insert', bytes: box('mdat', data) } as const] : []),
  ];
  return { edits: joinEdits(edits), problems: [] };
}

/**
 * Of a file with tracks nothing moves: the new `meta` box is laid behind everything, and the former one becomes free space. What
 * an earlier change laid there is replaced.
 */
function planBehind(opened: HeifItems, size: number, items: Items): { edits: Edit[]; problems: Problem[] } {
  const { meta, last } = opened;
  const end = endOfOthers(opened, items.gone, items.kept, size);
  const former = items.gone.flatMap((item) => (item.place === 'file' ? item.extents : []));
  const isLaidBehind = meta.end === last.at && end === last.at;
  const start = isLaidBehind ? meta.at : end;
  const length = metaWith(opened, items, 0, start).length;
  const data = concat(items.made.map((one) => one.data));
  const behind: Edit[] = [
    { kind: 'insert', bytes: metaWith(opened, items, 0, start + length + MDAT_HEAD) },
    ...(data.length > 0 ? [{ kind: 'insert', bytes: box('mdat', data) } as const] : []),
  ];
  const before = copyWithZeros(0, meta.at, former);
  if (isLaidBehind) return { edits: joinEdits([...before, ...behind]), problems: [] };
  const free: Edit = { kind: 'insert', bytes: box('free', new Uint8Array(meta.end - meta.at - MDAT_HEAD)) };
  return { edits: joinEdits([...before, free, ...copyOthers(opened, end, former), ...behind]), problems: [] };
}

function newItems({ items }: HeifItems, changes: BlockChanges): NewItem[] {
  let id = Math.max(0, ...items.map((item) => item.id));
  const made: NewItem[] = [];
  // No octets between the four and the TIFF header (ISO/IEC 23008-12, A.2.1).
  if (changes.exif)
    made.push({ id: ++id, entry: infoOf(id, 'Exif'), data: concat([new Uint8Array(4), changes.exif]) });
  if (changes.xmp) made.push({ id: ++id, entry: infoOf(id, 'mime', XMP_TYPE), data: changes.xmp });
  return made;
}

/** Where what stays ends: an `mdat` of metadata alone, as an earlier change laid it, is left out. */
function endOfOthers(
  { last }: HeifItems,
  gone: readonly Item[],
  kept: readonly Item[],
  size: number,
): number {
  const whole = { start: last.at, end: last.end };
  const within = ({ start, end }: Range) => start >= last.start && end <= last.end;
  const isOnlyTheirs =
    last.type === 'mdat' &&
    gone.some((item) => item.extents.some(within)) &&
    !kept.some((item) => item.place === 'file' && item.extents.some((one) => overlap(one, whole)));
  return isOnlyTheirs ? last.at : size;
}

/** What is behind `meta`; a last box without a size gets one, as another follows it. */
function copyOthers({ meta, last, isEndless }: HeifItems, end: number, former: readonly Range[]): Edit[] {
  if (!isEndless || end <= last.at || last.at < meta.end) return copyWithZeros(meta.end, end, former);
  return [
    ...copyWithZeros(meta.end, last.at, former),
    { kind: 'insert', bytes: new ByteWriter('big').u32(last.end - last.at).done() },
    ...copyWithZeros(last.at + 4, end, former),
  ];
}

/** The content of `idat` with zeros in place of the items that go. */
function withoutItems(content: Uint8Array, gone: readonly Item[]): Uint8Array {
  const left = content.slice();
  for (const { place, extents } of gone)
    if (place === 'idat') for (const { start, end } of extents) left.fill(0, start, end);
  return left;
}

interface Items {
  readonly kept: readonly Item[];
  readonly gone: readonly Item[];
  readonly made: readonly NewItem[];
}

function metaWith(
  { meta, boxes, references, primary }: HeifItems,
  { kept, gone, made }: Items,
  delta: number,
  dataAt: number,
): Uint8Array {
  const moved = kept.map((item) => ({
    ...item,
    extents:
      item.place === 'file'
        ? item.extents.map(({ start, end }) =>
            start >= meta.end ? { start: start + delta, end: end + delta } : { start, end },
          )
        : item.extents,
  }));
  let at = dataAt;
  const placed = made.map(({ id, data }) => {
    const start = at;
    at += data.length;
    return { id, place: 'file' as const, extents: [{ start, end: at }] };
  });
  const ids = new Set(kept.map((item) => item.id));
  const about = made.map(({ id }) => ({ type: 'cdsc', from: id, to: [primary] }));
  const links = [...references.filter(({ from }) => ids.has(from)), ...about];
  const located = [...moved, ...placed].filter((item) => item.extents.length > 0);
  // Does not depend on `delta`: the size of the box must not.
  const isLarge = dataAt - delta > CLASSIC_MAX - 2 * MOST_GROWTH;
  const rebuilt = boxes.map(({ type, bytes, content }) => {
    if (type === 'iinf')
      return writeInfos(
        content,
        [...kept, ...made].map((one) => one.entry),
      );
    if (type === 'iloc') return writeLocations(located, isLarge);
    if (type === 'idat') return box('idat', withoutItems(content, gone));
    return type === 'iref' ? writeReferences(links) : bytes;
  });
  const hasReferences = boxes.some((one) => one.type === 'iref');
  if (!hasReferences && links.length > 0) rebuilt.push(writeReferences(links));
  return box('meta', concat([new Uint8Array(4), ...rebuilt]));
}
