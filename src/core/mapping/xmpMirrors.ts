import type { FieldId } from '../catalogue/fields';
import { namespaces, type Prefix } from '../catalogue/namespaces';
import { asList, asText, type FieldValue, isEmpty, normalised } from '../catalogue/value';
import { property, withProperty, type XmpModel, type XmpValue } from '../xmp/model';
import { simple, textOfValue, withDefaultText } from '../xmp/values';
import { joinArtists, splitArtist } from './artist';
import { ratingOfPercent, ratingPercent } from './exifMirrors';
import { PLACE_PROPERTIES } from './gps';

/**
 * Properties that repeat a field and that some readers prefer: existing ones follow the field, and none is added
 * (ISO 16684-2, tiff and exif schemas; MicrosoftPhoto is common practice).
 */
interface XmpMirror {
  readonly field: FieldId;
  readonly ns: Prefix;
  readonly name: string;
  readonly write: (value: FieldValue, before: XmpValue) => XmpValue | undefined;
  readonly read?: (text: string) => FieldValue | undefined;
  /** Follows only if it held the same text as the field: otherwise it is a text of its own, and not a value. */
  readonly ifSame?: true;
  /** Follows DateTimeOriginal of the Exif block where there is one. */
  readonly ofExif?: true;
}

const text = (value: FieldValue) => simple(asText(value));
const languages = (value: FieldValue, before: XmpValue) =>
  before.kind === 'array' ? withDefaultText(before, asText(value)) : simple(asText(value));

const mirrors: readonly XmpMirror[] = [
  {
    field: 'creator',
    ns: 'tiff',
    name: 'Artist',
    write: (value) => simple(joinArtists(asList(value))),
    read: splitArtist,
  },
  { field: 'copyrightNotice', ns: 'tiff', name: 'Copyright', write: languages },
  { field: 'description', ns: 'tiff', name: 'ImageDescription', write: languages },
  { field: 'description', ns: 'exif', name: 'UserComment', write: languages, ifSame: true },
  { field: 'dateCreated', ns: 'exif', name: 'DateTimeOriginal', write: text, ofExif: true },
  {
    field: 'rating',
    ns: 'MicrosoftPhoto',
    name: 'Rating',
    write: (value) => {
      const percent = ratingPercent(asText(value));
      return percent === undefined ? undefined : simple(String(percent));
    },
    read: (percent) => ratingOfPercent(Number(percent)),
  },
];

/** The model with the mirrors of a changed field following. `former` is what the field held. */
export function followInXmp(
  model: XmpModel,
  id: FieldId,
  value: FieldValue | null,
  former: FieldValue | undefined,
  writesExifDate: boolean,
): XmpModel {
  return mirrors.reduce((held, { field: of, ns, name, write, ifSame, ofExif }) => {
    const before = of === id ? property(held, namespaces[ns], name) : undefined;
    if (!before || (ofExif && !writesExifDate)) return held;
    if (ifSame && textOfValue(before) !== asText(former)) return held;
    const after = isEmpty(value) ? undefined : write(value!, before);
    return withProperty(held, namespaces[ns], name, after);
  }, model);
}

/** The value that the first mirror of a field holds. */
export function xmpMirrorValue(model: XmpModel, id: FieldId): FieldValue | undefined {
  for (const { field: of, ns, name, read, ifSame } of mirrors) {
    const text = of === id && !ifSame ? textOfValue(property(model, namespaces[ns], name)) : undefined;
    const value = text === undefined ? undefined : normalised((read ? read(text) : text) ?? null);
    if (value) return value;
  }
  return undefined;
}

/** The fields that have mirrors in a packet. */
export const xmpMirrored: ReadonlySet<FieldId> = new Set(mirrors.map(({ field }) => field));

/** Without everything that tells a place (the proof names position and altitude). */
export function withoutPlace(model: XmpModel): XmpModel {
  return PLACE_PROPERTIES.reduce(
    (held, name) =>
      property(held, namespaces.exif, name) ? withProperty(held, namespaces.exif, name, undefined) : held,
    model,
  );
}

/** Whether a packet holds a position. */
export function tellsPlace(model: XmpModel | undefined): boolean {
  return model !== undefined && PLACE_PROPERTIES.some((name) => property(model, namespaces.exif, name));
}
