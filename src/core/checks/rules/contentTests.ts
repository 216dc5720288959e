import { nameAt } from '../../captions/findPeople';
import type { FieldId } from '../../catalogue/fields';
import { asList, asText, isEmpty, structuresOf } from '../../catalogue/value';
import type { PictureFacts, SetFacts, Values } from '../facts';
import { failing } from '../failing';
import { passes, type Tests } from './rule';

/** Moments at which clocks of cameras begin again (common practice, from memory). */
const CLOCK_BEGINS = ['1904-01-01', '1970-01-01', '1980-01-01', '1990-01-01', '2000-01-01', '2001-01-01'];

/** What the picture shows: words, people, keywords, time and place. */
export const contentTests: Tests<
  | 'own-caption'
  | 'people-shown'
  | 'keyword-count'
  | 'keywords-known'
  | 'date-plausible'
  | 'release-stated'
  | 'no-coordinates'
> = {
  'own-caption': ({ mayBeShared }, { name, caption, values }, { captions }) => {
    const words = caption.trim();
    if (words === '')
      return [failing(isEmpty(values.description) ? 'no-caption' : 'only-sign-off', 'description')];
    if (isFileName(words, name)) return [failing('file-name', 'description', words)];
    const moments = captions.get(caption) ?? 1;
    return moments > 1 && !mayBeShared ? [failing('shared', 'description', String(moments))] : passes;
  },
  'people-shown': (_, picture, set) =>
    peopleNamed(picture, set).map((name) => failing('person-not-named', 'personShown', name)),
  'keyword-count': ({ least, most }, { values }) => {
    const count = asList(values.keywords).length;
    if (least !== undefined && count < least) return [failing('too-few', 'keywords', String(count))];
    return most !== undefined && count > most ? [failing('too-many', 'keywords', String(count))] : passes;
  },
  'keywords-known': (_, { values }, { unknownKeywords }) =>
    unknownKeywords === undefined
      ? passes
      : asList(values.keywords)
          .filter((one) => unknownKeywords.has(one))
          .map((one) => failing('unknown-keyword', 'keywords', one)),
  'date-plausible': (_, { values }, { today }) => {
    const day = asText(values.dateCreated).slice(0, 10);
    if (day === '') return [failing('empty', 'dateCreated')];
    // A day more: somebody east of here may have taken it tomorrow.
    if (day.length === 10 ? day > dayAfter(today) : day > today.slice(0, day.length))
      return [failing('in-the-future', 'dateCreated', day)];
    return CLOCK_BEGINS.includes(day) ? [failing('camera-default', 'dateCreated', day)] : passes;
  },
  'release-stated': (_, { values }) =>
    isEmpty(values.personShown) ||
    !isEmpty(values.modelReleaseStatus) ||
    !isEmpty(values.propertyReleaseStatus)
      ? passes
      : [failing('no-release', 'modelReleaseStatus')],
  'no-coordinates': (_, { values }) => {
    const { gpsLatitude, gpsLongitude } = values;
    const inPlaces = placesWithCoordinates(values).map((id) => failing('has-coordinates', id));
    return isEmpty(gpsLatitude) && isEmpty(gpsLongitude)
      ? inPlaces
      : [
          failing('has-coordinates', 'gpsLatitude', `${asText(gpsLatitude)}, ${asText(gpsLongitude)}`),
          ...inPlaces,
        ];
  },
};

/** Fields of structured places of which one holds coordinates. */
export function placesWithCoordinates(values: Values): FieldId[] {
  return (['locationCreated', 'locationShown'] as const).filter((id) =>
    structuresOf(values[id]).some((one) => one.latitude !== undefined || one.longitude !== undefined),
  );
}

/** Names of the assignment's list that the caption speaks of and Person Shown does not name. */
export function peopleNamed({ caption, values }: PictureFacts, { people }: SetFacts): string[] {
  if (caption === '') return [];
  const shown = new Set(asList(values.personShown));
  return people.filter((name) => name !== '' && !shown.has(name) && nameAt(caption, name) !== -1);
}

/** The name of the file, with or without what is behind its last dot; or a number as cameras give (DCF, 3.2: four letters, four digits). */
function isFileName(caption: string, name: string): boolean {
  const words = caption.toLowerCase();
  const file = name.toLowerCase();
  const dot = file.lastIndexOf('.');
  return (
    words === file ||
    words === (dot > 0 ? file.slice(0, dot) : file) ||
    /^[a-z0-9_]{4}\d{4}(\.\w{2,4})?$/.test(words)
  );
}

function dayAfter(day: string): string {
  const date = new Date(`${day}T00:00:00Z`);
  return new Date(date.getTime() + 86_400_000).toISOString().slice(0, 10);
}
