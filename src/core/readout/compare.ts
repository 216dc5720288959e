import { type FieldId, fieldIds } from '../catalogue/fields';
import { type FieldValue, sameValue } from '../catalogue/value';
import type { Origin } from '../mapping/recordValue';
import type { Report } from './report';

/** What became of one field between two files. */
export type Fate = 'same' | 'changed' | 'stripped' | 'added';

export interface FieldFate {
  readonly field: FieldId;
  readonly fate: Fate;
  readonly before: FieldValue | null;
  readonly after: FieldValue | null;
  /** Records that told of it before, and do not any more. */
  readonly lostIn: readonly Origin[];
}

/** What became of one record: IIM, XMP, Exif, image resources. */
export interface RecordFate {
  readonly record: 'iim' | 'xmp' | 'exif' | 'resources';
  /** Entries before and after. */
  readonly before: number;
  readonly after: number;
  readonly fate: Fate;
}

export interface Comparison {
  readonly fields: readonly FieldFate[];
  readonly records: readonly RecordFate[];
  /** The picture itself: the same data; the same size, encoded again; another size; another format; not compared. */
  readonly picture: 'same' | 'encoded-again' | 'resized' | 'other-format' | 'not-compared';
  readonly sizes: readonly [string, string];
}

/** Two files of one picture: the one that was sent, and the one that came back; or two versions. */
export function compareReports(before: Report, after: Report): Comparison {
  const fields = fieldIds.flatMap((field): FieldFate[] => {
    const [a, b] = [before.picture.record.fields[field], after.picture.record.fields[field]];
    if (!a && !b) return [];
    const there = new Set(b?.recordValues.map((one) => one.origin) ?? []);
    return [
      {
        field,
        fate: fateOf(a?.value, b?.value),
        before: a?.value ?? null,
        after: b?.value ?? null,
        lostIn: [...new Set((a?.recordValues ?? []).map((one) => one.origin))].filter(
          (one) => !there.has(one),
        ),
      },
    ];
  });
  return {
    fields,
    records: (['iim', 'xmp', 'exif', 'resources'] as const).map((record) =>
      recordFate(record, before, after),
    ),
    picture: pictureFate(before, after),
    sizes: [sizeOf(before), sizeOf(after)],
  };
}

function fateOf(before: FieldValue | undefined, after: FieldValue | undefined): Fate {
  if (before === undefined) return 'added';
  if (after === undefined) return 'stripped';
  return sameValue(before, after) ? 'same' : 'changed';
}

function recordFate(record: RecordFate['record'], before: Report, after: Report): RecordFate {
  const [a, b] = [before[record], after[record]];
  const textOf = (rows: typeof a) =>
    rows.map(({ place, name, value }) => `${place}\t${name}\t${value}`).join('\n');
  // An empty record is none: fateOf says what it has become by its text.
  const fate = fateOf(textOf(a) || undefined, textOf(b) || undefined);
  return { record, before: a.length, after: b.length, fate: a.length + b.length === 0 ? 'same' : fate };
}

function pictureFate(before: Report, after: Report): Comparison['picture'] {
  if (before.picture.format !== after.picture.format) return 'other-format';
  if (sizeOf(before) !== sizeOf(after)) return 'resized';
  if (before.identity === undefined || after.identity === undefined) return 'not-compared';
  return before.identity === after.identity ? 'same' : 'encoded-again';
}

const sizeOf = ({ picture: { pixels } }: Report) => (pixels ? `${pixels.width} × ${pixels.height}` : '');
