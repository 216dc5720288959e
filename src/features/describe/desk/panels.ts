import { type FieldId, field, writtenFieldIds } from '@/core/catalogue/fields';

/** What the desk holds behind a word. */
export const panelWords = {
  place: 'place',
  words: 'title, headline, alt text',
  credits: 'credits',
  rights: 'creator, rights',
  threads: 'does not apply',
  all: 'all fields',
} as const;
export type PanelName = keyof typeof panelWords;

const placeFields: readonly FieldId[] = [
  'sublocation',
  'city',
  'state',
  'country',
  'countryCode',
  'gpsLatitude',
  'gpsLongitude',
  'locationCreated',
  'locationShown',
  'eventName',
];

/** The panel that has a field; '' where a box of its own is always there. */
export function panelOf(id: FieldId): PanelName | '' {
  if (id === 'description' || id === 'keywords' || id === 'personShown') return '';
  const names = Object.keys(panelFields) as PanelName[];
  return names.find((name) => panelFields[name].includes(id)) ?? 'all';
}

/** The fields of each panel, in their order; of "all fields" one chooses. */
export const panelFields: Readonly<Record<PanelName, readonly FieldId[]>> = {
  place: placeFields,
  words: [
    'title',
    'headline',
    'descriptionWriter',
    'rating',
    'jobId',
    'jobTitle',
    'instructions',
    'altText',
    'extendedDescription',
    'titleLanguages',
    'descriptionLanguages',
    'altTextLanguages',
  ],
  credits: ['contributor'],
  rights: [
    'creator',
    'creditLine',
    'contactEmail',
    'contactPhone',
    'contactWeb',
    ...writtenFieldIds.filter((id) => field(id).question === 'owned' && field(id).need !== 'all'),
    'copyrightOwner',
    'ccLicense',
    'ccAttributionName',
    'ccAttributionUrl',
    'ccMorePermissions',
  ],
  threads: [],
  all: [],
};
