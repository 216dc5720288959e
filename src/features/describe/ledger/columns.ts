import { type FieldId, field } from '@/core/catalogue/fields';
import { isEmpty, sameValue } from '@/core/catalogue/value';
import type { ListedValues } from '@/server/operations/photos/listValues';
import type { PhotoView } from '../set/view';

/** Columns that Fabrica comes with. */
export const givenColumns: Readonly<Record<string, readonly FieldId[]>> = {
  'captions and names': [
    'description',
    'keywords',
    'personShown',
    'sublocation',
    'dateCreated',
    'headline',
    'title',
    'rating',
    'city',
    'state',
    'country',
    'creator',
    'jobTitle',
    'creditLine',
    'copyrightNotice',
    'rightsStatus',
    'usageTerms',
    'webStatement',
    'contactEmail',
    'contactPhone',
  ],
  rights: [
    'creator',
    'copyrightNotice',
    'rightsStatus',
    'copyrightOwner',
    'creditLine',
    'usageTerms',
    'webStatement',
    'licensor',
    'dataMining',
    'modelReleaseStatus',
    'propertyReleaseStatus',
  ],
  places: [
    'description',
    'eventName',
    'sublocation',
    'city',
    'state',
    'country',
    'countryCode',
    'gpsLatitude',
    'gpsLongitude',
    'dateCreated',
  ],
};
export const usualColumns = 'captions and names';

/** Width of a column in pixels at the usual text size. */
export function widthOf(id: FieldId): number {
  if (id === 'description') return 380;
  const { type, choices } = field(id);
  if (choices) return 150;
  if (type === 'multiline' || type === 'structures') return 260;
  if (type === 'list') return 240;
  // Day and time in one line, and the head with what lacks and what disagrees.
  if (type === 'date') return 200;
  return type === 'rating' || type === 'coordinate' || type === 'number' ? 120 : 160;
}

/** A column that is in sight, with where it is in pixels. */
export interface ColumnInSight {
  readonly id: FieldId;
  readonly label: string;
  readonly index: number;
  readonly left: number;
  readonly width: number;
}

/** What a column says over the pictures that are shown. */
export interface ColumnFacts {
  /** It says the same, and something, on all of them, and no records disagree about it. */
  readonly isSame: boolean;
  /** How many of them lack it. */
  readonly lack: number;
  /** On how many the records disagree about it. */
  readonly differ: number;
}

/** The facts of columns, in one walk over the pictures: there may be a hundred thousand. */
export function columnFacts(
  fields: readonly FieldId[],
  shown: readonly Pick<PhotoView, 'id'>[],
  values: ReadonlyMap<string, ListedValues>,
): ReadonlyMap<FieldId, ColumnFacts> {
  const rows = shown.map((view) => values.get(view.id));
  return new Map(fields.map((id) => [id, factsOf(id, rows)]));
}

function factsOf(id: FieldId, rows: readonly (ListedValues | undefined)[]): ColumnFacts {
  const first = rows[0]?.values[id];
  let isSame = rows.length > 1 && !isEmpty(first);
  let [lack, differ] = [0, 0];
  for (const row of rows) {
    const value = row?.values[id];
    if (isSame && value !== first && !sameValue(value, first)) isSame = false;
    if (!row) continue;
    if (isEmpty(id === 'description' && row.caption !== undefined ? row.caption : value)) lack++;
    if (row.broken?.includes(id)) differ++;
  }
  return { isSame: isSame && differ === 0, lack, differ };
}
