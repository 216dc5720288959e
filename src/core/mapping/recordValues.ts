import { decodeLatin1, decodeUtf8 } from '../bytes/text';
import { axisOf } from '../catalogue/checkValue';
import { type FieldId, field } from '../catalogue/fields';
import { namespaces } from '../catalogue/namespaces';
import type { IimPlace, XmpPlace } from '../catalogue/row';
import type { StructureId } from '../catalogue/structures';
import {
  asText,
  type FieldValue,
  isEmpty,
  normalised,
  normalisedText,
  type Structure,
} from '../catalogue/value';
import { DATE_TAGS, type ExifModel, exifDate, exifText, exifTextParts, TAG } from '../exif/exif';
import { textsOf } from '../iim/charset';
import { type IimModel, valuesOf } from '../iim/codec';
import { type IimDate, isoFromIim } from '../iim/date';
import { RESOURCE_COPYRIGHT_FLAG, type ResourcesModel, resource } from '../photoshop/resources';
import { member, property, type XmpModel, type XmpValue } from '../xmp/model';
import { otherLanguages, textOfValue, textsOfValue } from '../xmp/values';
import { splitArtist } from './artist';
import { exifMirrorValue } from './exifMirrors';
import { positionFromExif, positionFromXmp } from './gps';
import { iimForms } from './iimTexts';
import { legacyRecordValue } from './legacyTexts';
import type { Models } from './models';
import type { Origin, RecordValue } from './recordValue';
import { statusFromFlag, statusFromMarked } from './status';
import { structuresFromXmp } from './structureValues';
import { xmpMirrorValue } from './xmpMirrors';

type Reading = Omit<RecordValue, 'origin'>;
const reading = (value: FieldValue | undefined): Reading | undefined =>
  isEmpty(value) ? undefined : { value: value! };

/** Every value that the file's records hold for one field; if they hold none, the value of a mirror. */
export function recordValuesOf(models: Models, id: FieldId): RecordValue[] {
  const recordValues: RecordValue[] = [];
  const add = (origin: Origin, found: Reading | undefined) => {
    if (found) recordValues.push({ origin, ...found });
  };
  const { xmp, iim, exif, resource: key } = field(id);
  if (xmp && models.xmp) add('xmp', reading(xmpValue(models.xmp, id)));
  if (iim && models.iim) add('iim', reading(iimValue(models.iim, id)));
  if (exif && models.exif) add('exif', exifValue(models.exif, id));
  if (key !== undefined && models.resources) add('resource', resourceValue(models.resources, key));
  if (models.texts) add('text', legacyRecordValue(models.texts, id));
  if (recordValues.length === 0) add('mirror', reading(mirrorValue(models, id)));
  return recordValues;
}

function mirrorValue({ xmp, exif }: Models, id: FieldId): FieldValue | undefined {
  const inXmp = xmp && xmpMirrorValue(xmp, id);
  if (inXmp) return id === 'description' && isStockDescription(asText(inXmp), exif) ? undefined : inXmp;
  return exif && exifMirrorValue(exif, id);
}

function xmpValue(xmp: XmpModel, id: FieldId): FieldValue | undefined {
  const { xmp: place, type, structure } = field(id);
  if (!place) return undefined;
  const value = property(xmp, namespaces[place.ns], place.name);
  if (!value) return undefined;
  if (place.form === 'struct' && place.member) {
    return value.kind === 'struct'
      ? clean(textOfValue(member(value, namespaces[place.member.ns], place.member.name)))
      : undefined;
  }
  if (place.form === 'seq-of-struct' && place.member) {
    const { ns, name } = place.member;
    const items = value.kind === 'array' ? value.items : [value];
    return items.flatMap(
      (item) =>
        clean(item.kind === 'struct' ? textOfValue(member(item, namespaces[ns], name)) : undefined) ?? [],
    );
  }
  if (place.form === 'lang-alt-others') return otherLanguages(value);
  if (structure) return structuresValue(structure, place, value);
  if (type === 'coordinate') return positionValue(xmp, id, place, value);
  if (type === 'list') return textsOfValue(value).flatMap((text) => clean(text) ?? []);
  const text = clean(textOfValue(value));
  if (id === 'rightsStatus') return statusFromMarked(text);
  return type === 'rating' ? wholeRating(text) : text;
}

/** "3.0" is 3: the property is a real number (ISO 16684-1, 8.4). */
function wholeRating(text: string | undefined): string | undefined {
  return text !== undefined && text.length < 12 && /^[+-]?\d+\.0*$/.test(text.trim())
    ? String(Number(text))
    : text;
}

function structuresValue(
  structure: StructureId,
  place: XmpPlace,
  value: XmpValue,
): readonly Structure[] | undefined {
  const { form, member: inside } = place;
  const held =
    form !== 'struct-with-structs'
      ? value
      : value.kind === 'struct'
        ? member(value, namespaces[inside!.ns], inside!.name)
        : undefined;
  return (
    (held && (normalised(structuresFromXmp(structure, held)) as readonly Structure[] | null)) || undefined
  );
}

function positionValue(xmp: XmpModel, id: FieldId, place: XmpPlace, value: XmpValue): string | undefined {
  const ref = textOfValue(property(xmp, namespaces[place.ns], `${place.name}Ref`));
  const text = textOfValue(value);
  return text === undefined ? undefined : positionFromXmp(axisOf(id)!, text, ref);
}

function iimValue(iim: IimModel, id: FieldId): FieldValue | undefined {
  const { iim: place, type } = field(id);
  if (!place) return undefined;
  if (place.time !== undefined) return iimDate(iim, place)?.iso;
  const form = place.form && iimForms[place.form];
  const texts = textsOf(iim, place.record, place.dataset).flatMap((text) => {
    const plain = clean(text);
    return plain === undefined ? [] : (clean(form ? form.read(plain) : plain) ?? []);
  });
  return type === 'list' ? texts : texts[0];
}

/** The date that two DataSets hold together. */
export function iimDate(iim: IimModel, place: IimPlace): IimDate | undefined {
  const [date] = textsOf(iim, place.record, place.dataset);
  const time = valuesOf(iim, place.record, place.time!)[0];
  return date === undefined ? undefined : isoFromIim(date, time && decodeLatin1(time));
}

function exifValue(exif: ExifModel, id: FieldId): Reading | undefined {
  const { exif: place, type } = field(id);
  if (!place) return undefined;
  if (place.ifd === 'GPS') return reading(positionFromExif(exif, axisOf(id)!));
  if (type === 'date') {
    const tags = Object.values(DATE_TAGS).find(({ date, ifd }) => date === place.tag && ifd === place.ifd);
    return tags && reading(exifDate(exif, tags).iso);
  }
  const text = clean(exifText(exif, place.ifd, place.tag));
  if (text === undefined) return undefined;
  if (id === 'copyrightNotice') return copyrightValue(exif, text);
  if (id === 'description' && isStockDescription(text, exif)) return undefined;
  return reading(id === 'creator' ? splitArtist(text) : text);
}

/**
 * The photographer's notice and the editor's (Exif 3.0, 4.6.5): other records mostly hold the first alone, or both with a
 * line feed between (ISO 16684-2, tiff:Copyright; from memory).
 */
function copyrightValue(exif: ExifModel, text: string): Reading {
  const parts = exifTextParts(exif, 'IFD0', TAG.copyright).filter((part) => part !== '');
  return { value: text, ...(parts.length > 1 ? { alternatives: [parts[0]!, parts.join('\n')] } : {}) };
}

/**
 * Recognises the text that a camera writes into every picture, which is no caption (common practice): its make, its model,
 * or its kind behind one of their words.
 */
function isStockDescription(text: string, exif: ExifModel | undefined): boolean {
  const plain = text.toLowerCase();
  const own = exif
    ? [TAG.make, TAG.model].flatMap((tag) => exifText(exif, 'IFD0', tag)?.toLowerCase() ?? [])
    : [];
  const words = ['', ...own, ...own.map((name) => name.split(' ')[0]!)];
  const kinds = ['digital camera', 'digital still camera'];
  return (
    own.includes(plain) || words.some((word) => kinds.some((kind) => `${word} ${kind}`.trim() === plain))
  );
}

function resourceValue(resources: ResourcesModel, key: number): Reading | undefined {
  const data = resource(resources, key);
  if (!data) return undefined;
  if (key === RESOURCE_COPYRIGHT_FLAG) return reading(statusFromFlag(data[0]));
  const text = clean(decodeUtf8(data) ?? decodeLatin1(data));
  if (text === undefined) return undefined;
  const plain = decodedAddress(text);
  return { value: plain, ...(plain === text ? {} : { alternatives: [text] }) };
}

/** Percent-encoded characters beyond ASCII as they are; a broken encoding as it is. */
function decodedAddress(text: string): string {
  try {
    return encodeURI(decodeURI(text)) === text ? decodeURI(text) : text;
  } catch {
    return text;
  }
}

function clean(text: string | undefined): string | undefined {
  return text === undefined ? undefined : normalisedText(text) || undefined;
}
