import { decodeLatin1, decodeUtf8 } from '../bytes/text';
import { type FieldId, field } from '../catalogue/fields';
import { namespaces } from '../catalogue/namespaces';
import type { XmpPlace } from '../catalogue/row';
import type { StructureId } from '../catalogue/structures';
import { type FieldValue, normalised, normalisedText, type Structure } from '../catalogue/value';
import { dateTimeOriginal, exifText, TAG } from '../exif/exif';
import { charsetOf, decodeText } from '../iim/charset';
import { valuesOf } from '../iim/codec';
import { isoFromIim } from '../iim/date';
import { RESOURCE_COPYRIGHT_FLAG, resource } from '../photoshop/resources';
import { member, property, type XmpModel, type XmpValue } from '../xmp/model';
import { otherLanguages, textOfValue, textsOfValue } from '../xmp/values';
import { splitArtist } from './artist';
import { positionFromExif, positionFromXmp } from './gps';
import { textVoice } from './legacyTexts';
import type { Models } from './models';
import { structuresFromXmp } from './structureValues';

/** Where a value stands. 'resource' is an image resource (0x040A, 0x040B), 'text' a legacy text of PNG,
 * 'sidecar' the XMP beside a picture. */
export type Origin = 'xmp' | 'iim' | 'exif' | 'resource' | 'text' | 'sidecar';

export interface Voice {
  readonly origin: Origin;
  readonly value: FieldValue;
}

/** Every value that the file's records hold for one field. */
export function voicesOf(models: Models, id: FieldId): Voice[] {
  const voices: Voice[] = [];
  const add = (origin: Origin, value: FieldValue | undefined) => {
    if (value !== undefined && value.length > 0) voices.push({ origin, value });
  };
  const { xmp, iim, exif, resource: key } = field(id);
  if (xmp && models.xmp) add('xmp', xmpVoice(models.xmp, id));
  if (iim && models.iim) add('iim', iimVoice(models, id));
  if (exif && models.exif) add('exif', exifVoice(models, id));
  if (key !== undefined && models.resources) add('resource', resourceVoice(models, id));
  if (models.texts) add('text', textVoice(models.texts, id));
  return voices;
}

function xmpVoice(xmp: XmpModel, id: FieldId): FieldValue | undefined {
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
  if (structure) return structuresVoice(structure, place, value);
  if (type === 'coordinate') return positionVoice(xmp, id, place, value);
  if (type === 'list') return textsOfValue(value).flatMap((text) => clean(text) ?? []);
  const text = clean(textOfValue(value));
  return id === 'rightsStatus' ? statusFromMarked(text) : text;
}

function structuresVoice(
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

function positionVoice(xmp: XmpModel, id: FieldId, place: XmpPlace, value: XmpValue): string | undefined {
  const ref = textOfValue(property(xmp, namespaces[place.ns], `${place.name}Ref`));
  const text = textOfValue(value);
  return text === undefined ? undefined : positionFromXmp(id, text, ref);
}

function statusFromMarked(text: string | undefined): string | undefined {
  const marked = text?.trim().toLowerCase();
  return marked === 'true' ? 'in-copyright' : marked === 'false' ? 'public-domain' : undefined;
}

function iimVoice({ iim }: Models, id: FieldId): FieldValue | undefined {
  const { iim: place, type } = field(id);
  if (!place || !iim) return undefined;
  const { charset } = charsetOf(iim);
  const texts = valuesOf(iim, place.record, place.dataset).flatMap(
    (bytes) => clean(decodeText(bytes, charset)) ?? [],
  );
  if (place.time !== undefined) {
    const time = valuesOf(iim, place.record, place.time)[0];
    return texts[0] === undefined ? undefined : isoFromIim(texts[0], time && decodeLatin1(time));
  }
  return type === 'list' ? texts : texts[0];
}

function exifVoice({ exif }: Models, id: FieldId): FieldValue | undefined {
  const { exif: place } = field(id);
  if (!place || !exif) return undefined;
  if (place.ifd === 'GPS') return positionFromExif(exif, id);
  if (id === 'dateCreated') return dateTimeOriginal(exif).iso;
  const text = clean(exifText(exif, place.ifd, place.tag));
  if (id === 'description' && text !== undefined && isStockDescription(text, exif)) return undefined;
  return id === 'creator' && text !== undefined ? splitArtist(text) : text;
}

/** What a camera writes into every picture is no caption (common practice: its kind, make or model). */
function isStockDescription(text: string, exif: NonNullable<Models['exif']>): boolean {
  const own = [TAG.make, TAG.model].map((tag) => exifText(exif, 'IFD0', tag)?.toLowerCase());
  return /\bdigital (still )?camera\b/i.test(text) || own.includes(text.toLowerCase());
}

function resourceVoice({ resources }: Models, id: FieldId): FieldValue | undefined {
  const { resource: key } = field(id);
  const data = resources && key !== undefined ? resource(resources, key) : undefined;
  if (!data) return undefined;
  if (key === RESOURCE_COPYRIGHT_FLAG) return data[0] === 1 ? 'in-copyright' : undefined;
  return clean(decodeUtf8(data) ?? decodeLatin1(data));
}

function clean(text: string | undefined): string | undefined {
  return text === undefined ? undefined : normalisedText(text) || undefined;
}
