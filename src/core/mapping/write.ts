import { ascii } from '../bytes/bytes';
import { encodeUtf8 } from '../bytes/text';
import { type FieldId, field, fieldIds } from '../catalogue/fields';
import { asText, type FieldValue, isEmpty, normalised, sameValue, structuresOf } from '../catalogue/value';
import { decodeExif } from '../exif/exif';
import { writeTags } from '../exif/writeTags';
import type { IimModel } from '../iim/codec';
import {
  RESOURCE_COPYRIGHT_FLAG,
  RESOURCE_URL,
  type ResourcesModel,
  withResource,
} from '../photoshop/resources';
import { FormatError, type Problem } from '../problems/problem';
import { emptyXmp, type XmpModel } from '../xmp/model';
import { voicesAgree } from './agree';
import { canonicalPosition } from './gps';
import { PNG_KEYWORDS } from './legacyTexts';
import type { Models } from './models';
import { type PhotoRecord, readFields } from './read';
import type { Voice } from './voices';
import { exifChanges } from './writeExif';
import { newIim, writeIim } from './writeIim';
import { writeXmp } from './writeXmp';

export interface WriteChoices {
  /** Whether the container takes IIM. */
  readonly carriesIim: boolean;
  /** Whether it takes image resources. */
  readonly carriesResources: boolean;
  /** An explicit yes to writing Date Created into Exif DateTimeOriginal too. */
  readonly dateTimeOriginal?: boolean;
}

/** Wanted values by field; null erases. Fields that are not named are not touched. */
export type Wanted = ReadonlyMap<FieldId, FieldValue | null>;

/**
 * New models in which every record says what is wanted. A record that holds the value already stays the
 * same object, so that an unchanged block is recognised.
 *
 * Where the digest is stale, a write makes IIM and XMP agree on every field first: the new digest will say
 * that XMP stands, and must not bring back what IIM had overruled.
 */
export function writeFields(
  models: Models,
  wanted: Wanted,
  how: WriteChoices,
): { models: Models; problems: Problem[] } {
  const { carriesIim } = how;
  const record = readFields(models);
  const all = withOverruled(
    models,
    record,
    new Map([...wanted].map(([id, value]) => [id, canonical(id, normalised(value))])),
  );
  const changes = [...all].filter(([id, value]) => speaksOtherwise(models, record, id, value, how));
  if (changes.length === 0) return { models, problems: [] };
  const xmp = [...changes]
    .sort(([a], [b]) => Number(isOtherLanguages(a)) - Number(isOtherLanguages(b)))
    .reduce((model: XmpModel, [id, value]) => writeXmp(model, id, value), models.xmp ?? emptyXmp);
  const iim = carriesIim ? writeAllIim(models.iim, new Map(changes), all, record) : { problems: [] };
  const resources = how.carriesResources
    ? changes.reduce((model, [id, value]) => writeResource(model, id, value), models.resources ?? noResources)
    : undefined;
  const tags = models.exif && exifChanges(models.exif, changes, how.dateTimeOriginal === true);
  const exif = tags && decodeExif(writeTags(models.exif!, tags.changes)).model;
  const texts = changes.reduce(writeText, models.texts);
  return {
    models: {
      ...models,
      xmp,
      ...(resources ? { resources } : {}),
      ...(iim.model ? { iim: iim.model } : {}),
      ...(exif ? { exif } : {}),
      ...(texts ? { texts } : {}),
    },
    problems: [...iim.problems, ...(tags?.problems ?? [])],
  };
}

/** After the default text, which another language may only have repeated. */
function isOtherLanguages(id: FieldId): boolean {
  return field(id).xmp?.form === 'lang-alt-others';
}

/** Throws where a position is none: it would otherwise be written as something else. */
function canonical(id: FieldId, value: FieldValue | null): FieldValue | null {
  if (value === null) return value;
  if (isOtherLanguages(id)) return canonicalLanguages(value);
  if (field(id).type !== 'coordinate') return value;
  const position = canonicalPosition(id, asText(value));
  if (position === undefined) throw new FormatError('value-not-allowed', id);
  return position;
}

/** One item a language, each with a text; x-default belongs to the field itself. */
function canonicalLanguages(value: FieldValue): FieldValue | null {
  const seen = new Set(['x-default']);
  const kept = structuresOf(value).filter(({ language, text }) => {
    const key = String(language ?? '').toLowerCase();
    return key !== '' && Boolean(text) && !seen.has(key) && seen.add(key) !== undefined;
  });
  return kept.length > 0 ? kept : null;
}

/** Legacy texts of PNG follow where they are; none is made. */
function writeText(
  texts: Models['texts'],
  [id, value]: readonly [FieldId, FieldValue | null],
): Models['texts'] {
  const keyword = PNG_KEYWORDS[id];
  if (!keyword || !texts?.some((one) => one.keyword === keyword)) return texts;
  return texts.flatMap((one) =>
    one.keyword !== keyword ? [one] : isEmpty(value) ? [] : [{ keyword, text: asText(value) }],
  );
}

const noResources: ResourcesModel = { resources: [], rest: new Uint8Array(0) };

function withOverruled(models: Models, record: PhotoRecord, wanted: Wanted): Wanted {
  if (models.digest !== 'stale' || wanted.size === 0) return wanted;
  const overruled = Object.entries(record.fields).filter(
    ([, reading]) => reading.origin === 'iim' && !reading.agrees,
  );
  return new Map([...overruled.map(([id, reading]) => [id as FieldId, reading.value] as const), ...wanted]);
}

/** Whether a record that is written here would still say something else, or be silent where it can speak. */
function speaksOtherwise(
  models: Models,
  record: PhotoRecord,
  id: FieldId,
  value: FieldValue | null,
  { carriesIim, dateTimeOriginal }: WriteChoices,
): boolean {
  const { xmp, iim, exif } = field(id);
  const exifWritten = exif !== undefined && (exif.ifd !== 'Exif' || dateTimeOriginal === true);
  const voices = record.fields[id]?.voices.filter((voice) => voice.origin !== 'exif' || exifWritten) ?? [];
  if (isEmpty(value)) return voices.length > 0;
  const wanted: Voice = { origin: 'xmp', value: value! };
  const reading = record.fields[id];
  if (!sameValue(reading?.value, value) || !voices.every((voice) => voicesAgree(id, wanted, voice)))
    return true;
  const spoken = new Set(voices.map((voice) => voice.origin));
  return Boolean(
    (xmp && !spoken.has('xmp')) ||
      (carriesIim && iim && !spoken.has('iim')) ||
      (exifWritten && models.exif && !spoken.has('exif')),
  );
}

/** A block made new takes up every value that the picture has, so that IIM and XMP say the same. */
function writeAllIim(before: IimModel | undefined, changes: Wanted, asked: Wanted, record: PhotoRecord) {
  const values = new Map(changes);
  if (!before)
    for (const id of fieldIds) if (!asked.has(id)) values.set(id, record.fields[id]?.value ?? null);
  const relevant = [...values].filter(([id, value]) => field(id).iim && (before || !isEmpty(value)));
  if (relevant.length === 0) return { ...(before ? { model: before } : {}), problems: [] };
  const problems: Problem[] = [];
  const model = relevant.reduce((one, [id, value]) => {
    const written = writeIim(one, id, value);
    problems.push(...written.problems);
    return written.model;
  }, before ?? newIim);
  return { model, problems };
}

/** 0x040A and 0x040B say the same as XMP: the flag is set for a picture in copyright. */
function writeResource(model: ResourcesModel, id: FieldId, value: FieldValue | null): ResourcesModel {
  const { resource: key } = field(id);
  if (key === RESOURCE_COPYRIGHT_FLAG)
    return withResource(
      model,
      key,
      isEmpty(value) ? undefined : new Uint8Array([value === 'in-copyright' ? 1 : 0]),
    );
  if (key === RESOURCE_URL)
    return withResource(model, key, isEmpty(value) ? undefined : urlBytes(asText(value)));
  return model;
}

function urlBytes(url: string): Uint8Array {
  return /^[\x20-\x7e]*$/.test(url) ? ascii(url) : encodeUtf8(url);
}
