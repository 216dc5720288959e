import { type FieldId, field } from '../catalogue/fields';
import type { FieldValue } from '../catalogue/value';
import { dateTimeOriginal } from '../exif/exif';
import { valuesOf } from '../iim/codec';
import { type Problem, problem } from '../problems/problem';
import { recordValuesAgree } from './agree';
import type { Models } from './models';
import { presentFields } from './presentFields';
import type { Origin, RecordValue } from './recordValue';
import { iimDate, recordValuesOf } from './recordValues';

/** One field as the file's records tell it. */
export interface FieldReading {
  readonly value: FieldValue;
  /** The record that the value was taken from. */
  readonly origin: Origin;
  readonly recordValues: readonly RecordValue[];
  /** False where two records hold different values. */
  readonly agrees: boolean;
}

export interface PhotoRecord {
  readonly fields: { readonly [K in FieldId]?: FieldReading };
  readonly problems: readonly Problem[];
}

/**
 * One record of values. Between IIM and XMP the digest decides, after the Metadata Working Group's
 * guidance (2.0, 3.3): stale → IIM is newer, matching or absent → XMP counts. Exif and image resources
 * speak where both are silent: a caption or credit written later by hand is never hidden by what a camera
 * put there. IIM may hold a cut text or a date without its time: a fuller record that agrees goes first
 * (docs/FORMATS.md tells why this differs from the guidance).
 */
export function readFields(models: Models): PhotoRecord {
  const known = records.get(models);
  if (known) return known;
  const record = readAnew(models);
  records.set(models, record);
  return record;
}

const records = new WeakMap<Models, PhotoRecord>();

function readAnew(models: Models): PhotoRecord {
  const order = precedence(models);
  const fields: { -readonly [K in FieldId]?: FieldReading } = {};
  for (const id of presentFields(models)) {
    const recordValues = recordValuesOf(models, id);
    const first = order
      .map((origin) => recordValues.find((recordValue) => recordValue.origin === origin))
      .find(Boolean);
    if (!first) continue;
    const agreeing = recordValues.filter(
      (recordValue) => recordValue === first || recordValuesAgree(id, first, recordValue),
    );
    const agrees = agreeing.length === recordValues.length;
    const fuller = first.origin === 'iim' ? agreeing.find((recordValue) => recordValue !== first) : undefined;
    const winner = fuller ?? first;
    fields[id] = { value: winner.value, origin: winner.origin, recordValues, agrees };
  }
  return { fields, problems: [...models.problems, ...dateProblems(models)] };
}

/** Dates that cannot be read, or are in another spelling than their standard's. */
function dateProblems({ exif, iim }: Models): Problem[] {
  const ofExif = exif ? dateTimeOriginal(exif).problems : [];
  const ofIim = (['dateCreated', 'dateDigitized'] as const).flatMap((id): Problem[] => {
    const place = field(id).iim!;
    if (!iim || valuesOf(iim, place.record, place.dataset).length === 0) return [];
    const found = iimDate(iim, place);
    if (!found) return [problem('iim-bad-date', id, { severity: 'info' })];
    return found.usual ? [] : [problem('iim-date-spelling', id, { severity: 'info' })];
  });
  return [...ofExif, ...ofIim];
}

function precedence(models: Models): readonly Origin[] {
  return models.digest === 'stale'
    ? ['iim', 'xmp', 'exif', 'resource', 'text', 'mirror']
    : ['xmp', 'iim', 'exif', 'resource', 'text', 'mirror'];
}

/** Only the values. */
export function valuesOfRecord(record: PhotoRecord): { [K in FieldId]?: FieldValue } {
  return Object.fromEntries(Object.entries(record.fields).map(([id, reading]) => [id, reading.value])) as {
    [K in FieldId]?: FieldValue;
  };
}
