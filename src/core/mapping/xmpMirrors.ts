import type { FieldId } from '../catalogue/fields';
import { namespaces, type Prefix } from '../catalogue/namespaces';
import { asList, asText, type FieldValue, isEmpty } from '../catalogue/value';
import { property, withProperty, type XmpModel, type XmpValue } from '../xmp/model';
import { simple, textOfValue, withDefaultText } from '../xmp/values';
import { joinArtists } from './artist';
import { ratingPercent } from './exifMirrors';
import { PLACE_PROPERTIES } from './gps';

/**
 * Properties that repeat a field and that some readers prefer: they follow where they stand, and are never
 * made (ISO 16684-2, tiff and exif schemas; MicrosoftPhoto is common practice).
 */
interface XmpMirror {
  readonly field: FieldId;
  readonly ns: Prefix;
  readonly name: string;
  readonly write: (value: FieldValue, before: XmpValue) => XmpValue | undefined;
  /** Follows only where it held the same text as the field: otherwise it is a text of its own. */
  readonly ifSame?: true;
  /** Follows DateTimeOriginal of the Exif block where there is one. */
  readonly ofExif?: true;
}

const text = (value: FieldValue) => simple(asText(value));
const languages = (value: FieldValue, before: XmpValue) =>
  before.kind === 'array' ? withDefaultText(before, asText(value)) : simple(asText(value));

const mirrors: readonly XmpMirror[] = [
  { field: 'creator', ns: 'tiff', name: 'Artist', write: (value) => simple(joinArtists(asList(value))) },
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
