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
  return type === 'date' || type === 'rating' || type === 'coordinate' || type === 'number' ? 120 : 160;
}

/** A column that is in sight, with where it stands in pixels. */
export interface ColumnInSight {
  readonly id: FieldId;
  readonly label: string;
  readonly index: number;
  readonly left: number;
  readonly width: number;
}

type Values = ReadonlyMap<string, ListedValues>;
type Shown = readonly Pick<PhotoView, 'id'>[];

/** Whether a column says the same, and something, on all pictures. */
export function isSameOnAll(id: FieldId, shown: Shown, values: Values): boolean {
  if (shown.length < 2) return false;
  const first = values.get(shown[0]!.id)?.values[id];
  if (isEmpty(first)) return false;
  return shown.every((view) => {
    const row = values.get(view.id);
    const value = row?.values[id];
    return (value === first || sameValue(value, first)) && !row?.broken?.includes(id);
  });
}

/** What a column lacks and where it disagrees, over the pictures that are shown. */
export function countsOf(id: FieldId, shown: Shown, values: Values): { lack: number; differ: number } {
  let [lack, differ] = [0, 0];
  for (const view of shown) {
    const row = values.get(view.id);
    if (!row) continue;
    if (isEmpty(id === 'description' && row.caption !== undefined ? row.caption : row.values[id])) lack++;
    if (row.broken?.includes(id)) differ++;
  }
  return { lack, differ };
}
