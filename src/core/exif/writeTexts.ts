import { ascii, concat, equalBytes } from '../bytes/bytes';
import { encodeUtf8 } from '../bytes/text';
import { ByteView } from '../bytes/view';
import { ByteWriter } from '../bytes/writer';
import { type Ifd, type IfdEntry, typeBytes, valueBytes } from '../tiff/ifd';
import { decodeExif, type ExifModel, exifText } from './exif';

/*
 * Changes text tags of IFD0 by appending: a new IFD0 with its new values is laid behind the present bytes
 * and the header's pointer is switched to it. No other byte moves, so MakerNotes and everything else keep
 * their offset from the TIFF header.
 *
 * The appended area starts with an eight-byte mark (MARK, length of the area). A later change finds the
 * mark before its IFD0 and lays the area anew instead of growing, where nothing else points into it.
 */
const MARK = ascii('FABR');
const MARK_BYTES = 8;

/** New Exif bytes with each text of IFD0 set (UTF-8, type 2, NUL-terminated), or removed by undefined. */
export function writeTexts(model: ExifModel, texts: ReadonlyMap<number, string | undefined>): Uint8Array {
  const changed = [...texts].filter(([tag, text]) => exifText(model, 'IFD0', tag) !== text);
  const ifd0 = model.ifds.IFD0;
  if (changed.length === 0 || !ifd0) return model.bytes;
  const tags = new Map(changed);
  const kept = ifd0.entries.filter((one) => !tags.has(one.tag));
  const made = changed.flatMap(([tag, text]) =>
    text === undefined ? [] : [{ tag, value: concat([encodeUtf8(text), new Uint8Array(1)]) }],
  );
  const base = ownAreaStart(model, ifd0) ?? model.bytes.length;
  const evenBase = base + (base % 2);
  const area = layArea(model, kept, made, ifd0.next, base, evenBase);
  const out = concat([model.bytes.subarray(0, base), new Uint8Array(evenBase - base), area]);
  new DataView(out.buffer).setUint32(4, evenBase + MARK_BYTES, model.order === 'little');
  return out;
}

interface MadeText {
  readonly tag: number;
  readonly value: Uint8Array;
}

/** Mark, directory and values. Kept entries whose value stood in the former area bring it along. */
function layArea(
  model: ExifModel,
  kept: readonly IfdEntry[],
  made: readonly MadeText[],
  next: number,
  base: number,
  areaAt: number,
): Uint8Array {
  const view = new ByteView(model.bytes, model.order, 'IFD0');
  const rows = [
    ...kept.map((one) => {
      const moves = one.byteLength > 4 && one.valueAt >= base;
      return {
        tag: one.tag,
        type: one.type,
        count: one.count,
        field: one.field,
        value: moves ? valueBytes(view, one) : undefined,
      };
    }),
    ...made.map(({ tag, value }) => ({ tag, type: 2, count: value.length, field: undefined, value })),
  ].sort((a, b) => a.tag - b.tag);
  const directory = new ByteWriter(model.order).u16(rows.length);
  const values = new ByteWriter(model.order);
  const valuesAt = areaAt + MARK_BYTES + 2 + rows.length * 12 + 4;
  for (const row of rows) {
    directory.u16(row.tag).u16(row.type).u32(row.count);
    if (!row.value) directory.bytes(row.field ?? new Uint8Array(4));
    else if (row.value.length <= 4) directory.bytes(row.value).zeros(4 - row.value.length);
    else {
      directory.u32(valuesAt + values.length);
      values.bytes(row.value).zeros(row.value.length % 2);
    }
  }
  directory.u32(next);
  const length = MARK_BYTES + directory.length + values.length;
  return new ByteWriter(model.order)
    .bytes(MARK)
    .u32(length)
    .bytes(directory.done())
    .bytes(values.done())
    .done();
}

/** Where our own appended area starts, when the present IFD0 heads it and nothing else points into it. */
function ownAreaStart(model: ExifModel, ifd0: Ifd): number | undefined {
  const start = ifd0.offset - MARK_BYTES;
  if (start < 8) return undefined;
  const view = new ByteView(model.bytes, model.order, 'Exif');
  if (!equalBytes(view.slice(start, 4), MARK) || start + view.u32(start + 4) !== model.bytes.length)
    return undefined;
  const { problems } = decodeExif(model.bytes);
  if (problems.length > 0) return undefined;
  const others = Object.values(model.ifds).filter((ifd) => ifd !== ifd0);
  const reaches = others.some(
    (ifd) => ifd.offset >= start || ifd.entries.some((one) => pointsInto(one, start)),
  );
  return reaches || ifd0.next >= start ? undefined : start;
}

function pointsInto(one: IfdEntry, start: number): boolean {
  return typeBytes[one.type] !== undefined && one.byteLength > 4 && one.valueAt + one.byteLength > start;
}
