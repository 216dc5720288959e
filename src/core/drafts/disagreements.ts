import { checkValue } from '../catalogue/checkValue';
import { type FieldId, field, fieldIds } from '../catalogue/fields';
import { type FieldValue, sameValue } from '../catalogue/value';
import type { FieldReading } from '../mapping/read';
import type { RecordValue } from '../mapping/recordValue';

/** A record of one of a photo's files: the picture's own first. */
export const recordSources = [
  'xmp',
  'iim',
  'exif',
  'resource',
  'text',
  'mirror',
  'sidecar',
  'otherSidecar',
  'raw xmp',
  'raw iim',
  'raw exif',
  'raw resource',
  'raw text',
  'raw mirror',
] as const;
export type RecordSource = (typeof recordSources)[number];

/** Which record's value counts for a field. */
export interface Settlement {
  readonly field: FieldId;
  readonly source: RecordSource;
}

export interface SourceValues {
  readonly source: RecordSource;
  /** Pictures whose record there holds a value. */
  readonly pictures: number;
  /** Pictures in which this record counts now. */
  readonly counts: number;
  /** Some of the values, each once. */
  readonly examples: readonly FieldValue[];
}

/** A field whose records hold different values, across a selection. */
export interface Disagreement {
  readonly field: FieldId;
  readonly pictures: number;
  readonly sources: readonly SourceValues[];
}

export interface PhotoReadings {
  readonly fields: { readonly [K in FieldId]?: FieldReading };
  readonly drafts: { readonly [K in FieldId]?: unknown };
}

const EXAMPLES = 3;

function sourceOf({ origin, file }: Pick<RecordValue, 'origin' | 'file'>): RecordSource {
  if (file === 'otherSidecar') return file;
  return file === 'raw' ? (`raw ${origin}` as RecordSource) : origin;
}

/** The value that one record of a photo holds for a field, where its records disagree and the field allows it. */
export function valueIn(
  id: FieldId,
  reading: (Pick<FieldReading, 'agrees'> & Partial<FieldReading>) | undefined,
  source: RecordSource,
): FieldValue | undefined {
  if (!reading || reading.agrees) return undefined;
  const recordValue = reading.recordValues?.find((one) => sourceOf(one) === source);
  const checked = recordValue && checkValue(id, recordValue.value);
  return (checked && 'value' in checked ? checked.value : undefined) ?? undefined;
}

const isOpen = (id: FieldId, { fields, drafts }: PhotoReadings): boolean =>
  fields[id]?.agrees === false && !drafts[id] && !field(id).shownOnly;

/** Whether the records of a photo disagree in a field that has no draft. */
export function disagrees(photo: PhotoReadings): boolean {
  return (Object.keys(photo.fields) as FieldId[]).some((id) => isOpen(id, photo));
}

/** Fields that disagree and have no draft, which would settle them, in the order of the catalogue. */
export function disagreementsAcross(photos: readonly PhotoReadings[]): Disagreement[] {
  return fieldIds.flatMap((id) => {
    const readings = photos.flatMap((photo) => (isOpen(id, photo) ? [photo.fields[id]!] : []));
    return readings.length === 0
      ? []
      : [{ field: id, pictures: readings.length, sources: sourcesIn(id, readings) }];
  });
}

function sourcesIn(id: FieldId, readings: readonly FieldReading[]): SourceValues[] {
  return recordSources.flatMap((source) => {
    const held = readings.flatMap((reading) => {
      const value = valueIn(id, reading, source);
      return value === undefined ? [] : [{ reading, value }];
    });
    if (held.length === 0) return [];
    const examples: FieldValue[] = [];
    for (const { value } of held)
      if (examples.length < EXAMPLES && !examples.some((one) => sameValue(one, value))) examples.push(value);
    const counts = held.filter(({ reading, value }) => sameValue(reading.value, value)).length;
    return [{ source, pictures: held.length, counts, examples }];
  });
}
