import { ascii, equalBytes, hex } from '../bytes/bytes';
import { md5Digest } from '../bytes/digest';
import { encodeUtf8 } from '../bytes/text';
import { checkValue } from '../catalogue/checkValue';
import { type FieldId, field, fieldIds } from '../catalogue/fields';
import { namespaces } from '../catalogue/namespaces';
import { asText, type FieldValue, isEmpty, normalised, sameValue, structuresOf } from '../catalogue/value';
import { TEXT_KEYWORDS } from '../containers/textKeywords';
import { encodeIim, type IimModel } from '../iim/codec';
import {
  RESOURCE_COPYRIGHT_FLAG,
  RESOURCE_URL,
  type ResourcesModel,
  withResource,
} from '../photoshop/resources';
import { FormatError, type Problem, problem } from '../problems/problem';
import { emptyXmp, property, withProperty, type XmpModel } from '../xmp/model';
import { simple, textOfValue } from '../xmp/values';
import { recordValuesAgree } from './agree';
import { erasesPosition, withImplied } from './implied';
import { legacyText } from './legacyTexts';
import type { Models } from './models';
import { type PhotoRecord, readFields } from './read';
import type { RecordValue } from './recordValue';
import { flagOf } from './status';
import { exifChanges, exifHolds, exifTellsPlace, writeExif } from './writeExif';
import { iimHolds, newIim, writeIim } from './writeIim';
import { writeXmp } from './writeXmp';
import { followInXmp, tellsPlace, withoutPlace } from './xmpMirrors';

export interface WriteChoices {
  /** Whether the container takes IIM. */
  readonly carriesIim: boolean;
  /** Whether it takes image resources. */
  readonly carriesResources: boolean;
  /** Room in the Exif block. */
  readonly maxExifBytes?: number;
  /** An explicit yes to writing Date Created into Exif DateTimeOriginal too. */
  readonly dateTimeOriginal?: boolean;
  /** ISO 8601: what xmp:MetadataDate says after a write that changes something. Without it the property stays. */
  readonly now?: string;
}

/** Wanted values by field; null erases. Fields that are not named are not touched. */
export type Wanted = ReadonlyMap<FieldId, FieldValue | null>;
type Changes = readonly (readonly [FieldId, FieldValue | null])[];

/**
 * New models in which every record says what is wanted, and what that brings with it (implied.ts). A record
 * that holds the value already stays the same object, so that an unchanged block is recognised. Throws
 * `value-not-allowed` for a value that its field does not allow.
 *
 * When the digest is stale and IIM is written, all fields are first brought into agreement: with the new digest XMP counts, and
 * values that IIM had overruled must not come back.
 */
export function writeFields(
  models: Models,
  wanted: Wanted,
  how: WriteChoices,
): { models: Models; problems: Problem[] } {
  const record = readFields(models);
  const present = (id: FieldId) => record.fields[id]?.value;
  const asked = withImplied(checked(wanted, present), present);
  const differing = (values: Wanted): Changes =>
    [...values].filter(([id, value]) => needsWriting(models, record, id, value, how));
  const first = differing(asked);
  const erasesPlace = erasesPosition(asked) && (tellsPlace(models.xmp) || exifTellsPlace(models.exif));
  if (first.length === 0 && !erasesPlace) return { models, problems: [] };
  const writesIim = how.carriesIim && first.some(([id]) => field(id).iim);
  const all = writesIim ? withOverruled(models, record, asked) : asked;
  const changes = all === asked ? first : differing(all);
  const iim = how.carriesIim ? writeAllIim(models.iim, new Map(changes), all, record) : { problems: [] };
  const resources = how.carriesResources
    ? changes.reduce((model, [id, value]) => writeResource(model, id, value), models.resources ?? noResources)
    : undefined;
  const tags =
    models.exif &&
    exifChanges(models.exif, changes, {
      dateTimeOriginal: how.dateTimeOriginal === true,
      erasesPlace,
      former: present,
    });
  const written = tags && writeExif(models.exif!, tags.changes, how.maxExifBytes);
  const exif = written?.model;
  const texts = changes.reduce(writeText, models.texts);
  const xmp = writeAllXmp(models, changes, { how, erasesPlace, present, iim: iim.model, exif });
  return {
    models: {
      ...models,
      xmp,
      ...(resources ? { resources } : {}),
      ...(iim.model ? { iim: iim.model } : {}),
      ...(exif ? { exif } : {}),
      ...(texts ? { texts } : {}),
    },
    problems: [...iim.problems, ...(tags?.problems ?? []), ...leftOutOfExif(changes, written?.leftOut ?? [])],
  };
}

function leftOutOfExif(changes: Changes, tags: readonly number[]): Problem[] {
  const ids = changes.map(([id]) => id).filter((id) => tags.includes(field(id).exif?.tag ?? -1));
  return ids.map((id) => problem('exif-value-left-out', id));
}

/** By the catalogue. A value that is in the file already is its own, whatever it is. */
function checked(wanted: Wanted, present: (id: FieldId) => FieldValue | undefined): Wanted {
  return new Map(
    [...wanted].map(([id, value]) => {
      const plain = normalised(value);
      if (plain === null || sameValue(plain, present(id))) return [id, plain];
      const one = checkValue(id, plain);
      if ('problem' in one) throw new FormatError(one.problem.code, id, one.problem);
      return [id, isOtherLanguages(id) ? canonicalLanguages(one.value) : one.value];
    }),
  );
}

interface XmpWrite {
  readonly how: WriteChoices;
  readonly erasesPlace: boolean;
  readonly present: (id: FieldId) => FieldValue | undefined;
  readonly iim: IimModel | undefined;
  readonly exif: Models['exif'];
}

/** The changed properties, their mirrors, and what describes the change itself. */
function writeAllXmp(
  models: Models,
  changes: Changes,
  { how, erasesPlace, present, iim, exif }: XmpWrite,
): XmpModel {
  const writesExifDate = !models.exif || how.dateTimeOriginal === true;
  const written = [...changes]
    .sort(([a], [b]) => Number(isOtherLanguages(a)) - Number(isOtherLanguages(b)))
    .reduce(
      (model: XmpModel, [id, value]) =>
        followInXmp(writeXmp(model, id, value), id, value, present(id), writesExifDate),
      models.xmp ?? emptyXmp,
    );
  const placed = erasesPlace ? withoutPlace(written) : written;
  const exifChanged = exif && models.exif && !equalBytes(exif.bytes, models.exif.bytes);
  const bare = withoutStaleDigests(placed, iim, Boolean(exifChanged));
  return how.now === undefined ? bare : withChangeRecorded(bare, changes, how.now);
}

/**
 * MetadataDate, and a new InstanceID if there is one (ISO 16684-1, 8.4 and 8.6: it is updated each time a file is saved).
 * The new one is a UUID made of the change (RFC 9562, 5.8: version 8), so that a plan made again writes the same bytes.
 */
function withChangeRecorded(model: XmpModel, changes: Changes, now: string): XmpModel {
  const dated = withProperty(model, namespaces.xmp, 'MetadataDate', simple(now));
  const former = textOfValue(property(model, namespaces.xmpMM, 'InstanceID'));
  if (!former) return dated;
  const uuid = md5Digest(encodeUtf8(JSON.stringify([former, now, changes])));
  uuid[6] = (uuid[6]! & 0x0f) | 0x80;
  uuid[8] = (uuid[8]! & 0x3f) | 0x80;
  const id = hex(uuid).replace(/^(.{8})(.{4})(.{4})(.{4})/, '$1-$2-$3-$4-');
  return withProperty(dated, namespaces.xmpMM, 'InstanceID', simple(`xmp.iid:${id}`));
}

/**
 * Older programs kept digests of IIM and Exif in XMP, and took the block for newer where they differ: one
 * that does not fit any more is taken out (common practice).
 */
function withoutStaleDigests(model: XmpModel, iim: IimModel | undefined, exifChanged: boolean): XmpModel {
  const legacy = textOfValue(property(model, namespaces.photoshop, 'LegacyIPTCDigest'));
  const stale = legacy !== undefined && legacy.toUpperCase() !== (iim && digestText(iim));
  const bare = stale ? withProperty(model, namespaces.photoshop, 'LegacyIPTCDigest', undefined) : model;
  if (!exifChanged) return bare;
  return (['tiff', 'exif'] as const).reduce(
    (held, ns) =>
      property(held, namespaces[ns], 'NativeDigest')
        ? withProperty(held, namespaces[ns], 'NativeDigest', undefined)
        : held,
    bare,
  );
}

function digestText(iim: IimModel): string {
  return hex(md5Digest(encodeIim(iim))).toUpperCase();
}

/** After the default text, which another language may only have repeated. */
function isOtherLanguages(id: FieldId): boolean {
  return field(id).xmp?.form === 'lang-alt-others';
}

/** One item a language, each with a text; x-default belongs to the field itself. */
function canonicalLanguages(value: FieldValue | null): FieldValue | null {
  const seen = new Set(['x-default']);
  const kept = structuresOf(value).filter(({ language, text }) => {
    const key = String(language ?? '').toLowerCase();
    return key !== '' && Boolean(text) && !seen.has(key) && seen.add(key) !== undefined;
  });
  return kept.length > 0 ? kept : null;
}

/** A format's own texts follow where they are; none is made. */
function writeText(
  texts: Models['texts'],
  [id, value]: readonly [FieldId, FieldValue | null],
): Models['texts'] {
  const keyword = TEXT_KEYWORDS[id];
  if (!keyword || !texts?.some((one) => one.keyword === keyword)) return texts;
  return texts.flatMap((one) => {
    if (one.keyword !== keyword) return [one];
    const text = legacyText(id, isEmpty(value) ? undefined : value!, one.text);
    return text === undefined ? [] : [{ keyword, text }];
  });
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
function needsWriting(
  models: Models,
  record: PhotoRecord,
  id: FieldId,
  value: FieldValue | null,
  { carriesIim, dateTimeOriginal, maxExifBytes }: WriteChoices,
): boolean {
  const { xmp, iim, exif, shownOnly } = field(id);
  const exifWritten = exif !== undefined && !shownOnly && (exif.ifd !== 'Exif' || dateTimeOriginal === true);
  const recordValues =
    record.fields[id]?.recordValues.filter((recordValue) => recordValue.origin !== 'exif' || exifWritten) ??
    [];
  if (isEmpty(value)) return recordValues.length > 0;
  const wanted: RecordValue = { origin: 'xmp', value: value! };
  const reading = record.fields[id];
  if (
    !sameValue(reading?.value, value) ||
    !recordValues.every((recordValue) => recordValuesAgree(id, wanted, recordValue))
  )
    return true;
  const spoken = new Set(recordValues.map((recordValue) => recordValue.origin));
  return Boolean(
    (xmp && !spoken.has('xmp')) ||
      (carriesIim && iim && !spoken.has('iim') && iimHolds(id, value!)) ||
      (exifWritten && models.exif && !spoken.has('exif') && exifHolds(models.exif, id, value!, maxExifBytes)),
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
      isEmpty(value) ? undefined : new Uint8Array([flagOf(asText(value)) ?? 0]),
    );
  if (key === RESOURCE_URL)
    return withResource(model, key, isEmpty(value) ? undefined : urlBytes(asText(value)));
  return model;
}

/** Addresses are there in ASCII: other characters percent-encoded (RFC 3986, 2.1). */
function urlBytes(url: string): Uint8Array {
  return ascii(/^[\x20-\x7e]*$/.test(url) ? url : encodeURI(url));
}
