import { type FieldId, field } from '../catalogue/fields';
import { namespaces } from '../catalogue/namespaces';
import type { XmpPlace } from '../catalogue/row';
import { asList, asText, type FieldValue, isEmpty, structuresOf } from '../catalogue/value';
import {
  member,
  property,
  withMember,
  withProperty,
  type XmpModel,
  type XmpStruct,
  type XmpValue,
} from '../xmp/model';
import { arrayOf, simple, textOfValue, withDefaultText, withOtherLanguages } from '../xmp/values';
import { xmpFromPosition } from './gps';
import { structuresToXmp } from './structureValues';

/** Older properties that mirror Exif tags and would go on telling the former value; removed on a change. */
const mirrors: Partial<Record<FieldId, string>> = {
  creator: 'Artist',
  copyrightNotice: 'Copyright',
  description: 'ImageDescription',
};

/** The model with one field set, or removed by null. Everything else stays as it is. */
export function writeXmp(model: XmpModel, id: FieldId, value: FieldValue | null): XmpModel {
  const { xmp: place } = field(id);
  if (!place) return model;
  const ns = namespaces[place.ns];
  const before = property(model, ns, place.name);
  if (field(id).type === 'coordinate') return writePosition(model, id, ns, place.name, value);
  const after = isEmpty(value) ? emptied(place, before) : filled(id, place, before, value!);
  const written = withProperty(model, ns, place.name, after);
  const mirror = mirrors[id];
  return mirror && property(written, namespaces.tiff, mirror)
    ? withProperty(written, namespaces.tiff, mirror, undefined)
    : written;
}

function filled(
  id: FieldId,
  place: XmpPlace,
  before: XmpValue | undefined,
  value: FieldValue,
): XmpValue | undefined {
  switch (place.form) {
    case 'simple':
      return keepQualifiers(
        before,
        simple(id === 'rightsStatus' ? (value === 'in-copyright' ? 'True' : 'False') : asText(value)),
      );
    case 'uri':
      return keepQualifiers(before, { kind: 'uri', text: asText(value) });
    case 'lang-alt':
      return withDefaultText(before, asText(value));
    case 'lang-alt-others':
      return withOtherLanguages(before, structuresOf(value));
    case 'bag':
      return arrayOf('Bag', asList(value), before);
    case 'seq':
      return arrayOf('Seq', asList(value), before);
    case 'struct':
      return withMember(
        asStruct(before),
        namespaces[place.member!.ns],
        place.member!.name,
        simple(asText(value)),
      );
    case 'seq-of-struct':
      return {
        kind: 'array',
        form: 'Seq',
        items: asList(value).map((name) => structNamed(place, before, name)),
      };
    case 'bag-of-structs':
    case 'seq-of-structs':
      return structuresToXmp(
        field(id).structure!,
        structuresOf(value),
        place.form === 'bag-of-structs' ? 'Bag' : 'Seq',
        before,
      );
    case 'struct-with-structs': {
      const struct = asStruct(before);
      const { ns, name } = place.member!;
      const held = member(struct, namespaces[ns], name);
      const items = structuresToXmp(field(id).structure!, structuresOf(value), 'Bag', held);
      return withMember(struct, namespaces[ns], name, items);
    }
  }
}

function writePosition(
  model: XmpModel,
  id: FieldId,
  ns: string,
  name: string,
  value: FieldValue | null,
): XmpModel {
  const made = isEmpty(value) ? undefined : xmpFromPosition(id, asText(value));
  const written = withProperty(model, ns, name, made && simple(made.text));
  return id === 'gpsAltitude'
    ? withProperty(written, ns, `${name}Ref`, made?.ref === undefined ? undefined : simple(made.ref))
    : written;
}

/** A structure loses only its member; it goes when nothing else is left in it. */
function emptied(place: XmpPlace, before: XmpValue | undefined): XmpValue | undefined {
  if (place.form === 'lang-alt-others') return before && withOtherLanguages(before, []);
  if ((place.form !== 'struct' && place.form !== 'struct-with-structs') || before?.kind !== 'struct')
    return undefined;
  const left = withMember(before, namespaces[place.member!.ns], place.member!.name, undefined);
  return left.fields.length > 0 ? left : undefined;
}

function structNamed(place: XmpPlace, before: XmpValue | undefined, name: string): XmpValue {
  const ns = namespaces[place.member!.ns];
  const items = before?.kind === 'array' ? before.items : [];
  const found = items.find(
    (item) => item.kind === 'struct' && textOfValue(member(item, ns, place.member!.name)) === name,
  );
  return found ?? withMember(asStruct(undefined), ns, place.member!.name, simple(name));
}

function asStruct(value: XmpValue | undefined): XmpStruct {
  return value?.kind === 'struct' ? value : { kind: 'struct', fields: [] };
}

function keepQualifiers(before: XmpValue | undefined, value: XmpValue): XmpValue {
  return before?.qualifiers ? { ...value, qualifiers: before.qualifiers } : value;
}
