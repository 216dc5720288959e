import { axisOf } from '../catalogue/checkValue';
import { type FieldId, field } from '../catalogue/fields';
import { asList, asText, type FieldValue, isEmpty } from '../catalogue/value';
import { decodeExif, type ExifModel, exifText, TAG } from '../exif/exif';
import { type TagChange, type TagChanges, textTag, type WrittenIfd, writeTags } from '../exif/writeTags';
import { type Problem, problem } from '../problems/problem';
import { entry } from '../tiff/ifd';
import { joinArtists } from './artist';
import { mirrorChanges } from './exifMirrors';
import { exifFromPosition, PLACE_TAGS } from './gps';

const FULL_DATE = /^(\d{4})-(\d{2})-(\d{2})T(\d{2}):(\d{2}):(\d{2})(?:\.(\d+))?(Z|[+-]\d{2}:\d{2})?$/;

/** How tags are written, beside the changed fields. */
export interface ExifChoices {
  /** An explicit yes to DateTimeOriginal. */
  readonly dateTimeOriginal: boolean;
  /** Everything that tells a place goes. */
  readonly erasesPlace: boolean;
  /** What the fields held. */
  readonly former: (id: FieldId) => FieldValue | undefined;
}

/** The tags that changed fields ask for, with the tags that repeat them. */
export function exifChanges(
  exif: ExifModel,
  changes: readonly (readonly [FieldId, FieldValue | null])[],
  { dateTimeOriginal, erasesPlace, former }: ExifChoices,
): { changes: TagChanges; problems: Problem[] } {
  const tags: Record<WrittenIfd, Map<number, TagChange | undefined>> = {
    IFD0: new Map(),
    Exif: new Map(),
    GPS: new Map(),
  };
  const problems: Problem[] = [];
  for (const [id, value] of changes) {
    for (const { ifd, tag, change } of mirrorChanges(exif, id, value, former(id))) tags[ifd].set(tag, change);
    const { exif: place, shownOnly } = field(id);
    if (!place || shownOnly) continue;
    if (place.ifd === 'GPS') {
      const wanted = isEmpty(value) ? undefined : asText(value);
      for (const [tag, change] of exifFromPosition(axisOf(id)!, wanted, exif.order))
        tags.GPS.set(tag, change);
    } else if (place.ifd === 'Exif') {
      if (!dateTimeOriginal) continue;
      problems.push(...writeDate(tags.Exif, value));
      for (const [tag, change] of tags.Exif) if (entry(exif.ifds.IFD0, tag)) tags.IFD0.set(tag, change);
    } else {
      const text = isEmpty(value) ? undefined : id === 'creator' ? joinArtists(asList(value)) : asText(value);
      if (exifText(exif, 'IFD0', place.tag) !== text)
        tags.IFD0.set(place.tag, text === undefined ? undefined : textTag(text));
    }
  }
  if (erasesPlace) for (const tag of placeTags(exif)) tags.GPS.set(tag, undefined);
  const named = Object.entries(tags).filter(([, one]) => one.size > 0);
  return { changes: Object.fromEntries(named), problems };
}

/**
 * Writes changed tags into the Exif block. While the block is longer than `maxBytes`, it removes the longest written tag
 * of IFD0 from it: XMP holds these values in full. Returns the removed tags as `leftOut`.
 */
export function writeExif(
  exif: ExifModel,
  changes: TagChanges,
  maxBytes = Number.POSITIVE_INFINITY,
): { model: ExifModel; leftOut: readonly number[] } {
  const inIfd0 = new Map(changes.IFD0);
  const leftOut: number[] = [];
  for (;;) {
    const bytes = writeTags(exif, { ...changes, ...(inIfd0.size > 0 ? { IFD0: inIfd0 } : {}) });
    const written = [...inIfd0].flatMap(([tag, change]) =>
      change ? [{ tag, length: change.bytes.length }] : [],
    );
    const [longest] = written.sort((a, b) => b.length - a.length);
    if (bytes.length <= maxBytes || !longest) return { model: decodeExif(bytes).model, leftOut };
    inIfd0.set(longest.tag, undefined);
    leftOut.push(longest.tag);
  }
}

/** Whether the Exif block takes the value of a field. */
export function exifHolds(exif: ExifModel, id: FieldId, value: FieldValue, maxBytes?: number): boolean {
  const how = { dateTimeOriginal: true, erasesPlace: false, former: () => undefined };
  const { changes } = exifChanges(exif, [[id, value]], how);
  return maxBytes === undefined || writeExif(exif, changes, maxBytes).leftOut.length === 0;
}

function placeTags({ ifds }: ExifModel): number[] {
  return PLACE_TAGS.filter((tag) => entry(ifds.GPS, tag) !== undefined);
}

/** Whether the GPS directory holds a position. */
export function exifTellsPlace(exif: ExifModel | undefined): boolean {
  return exif !== undefined && placeTags(exif).length > 0;
}

/** Exif has no partial dates that readers agree on: such a date leaves DateTimeOriginal as it is. */
function writeDate(tags: Map<number, TagChange | undefined>, value: FieldValue | null): Problem[] {
  const parts = isEmpty(value) ? undefined : FULL_DATE.exec(asText(value));
  if (!isEmpty(value) && !parts)
    return [problem('exif-date-partial', 'DateTimeOriginal', { severity: 'info' })];
  const [, year, month, day, hours, minutes, seconds, fraction, zone] = parts ?? [];
  const text = (wanted: string | undefined) => (wanted === undefined ? undefined : textTag(wanted));
  tags.set(
    TAG.dateTimeOriginal,
    text(parts ? `${year}:${month}:${day} ${hours}:${minutes}:${seconds}` : undefined),
  );
  tags.set(TAG.subSecTimeOriginal, text(fraction));
  tags.set(TAG.offsetTimeOriginal, text(zone === 'Z' ? '+00:00' : zone));
  return [];
}
