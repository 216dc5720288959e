import { axisOf } from '../catalogue/checkValue';
import { type FieldId, field } from '../catalogue/fields';
import { namespaces } from '../catalogue/namespaces';
import type { XmpPlace } from '../catalogue/row';
import { asList, asText, type FieldValue, isEmpty, structuresOf } from '../catalogue/value';
import { FormatError } from '../problems/problem';
import {
  member,
  property,
  withMember,
  withProperty,
  type XmpArray,
  type XmpModel,
  type XmpStruct,
  type XmpValue,
} from '../xmp/model';
import {
  arrayOf,
  qualifiersOf,
  simple,
  textOfValue,
  withDefaultText,
  withOtherLanguages,
} from '../xmp/values';
import { xmpFromPosition } from './gps';
import { markedOf } from './status';
import { structuresToXmp } from './structureValues';

/** The model with one field set, or removed by null. Everything else stays as it is. */
export function writeXmp(model: XmpModel, id: FieldId, value: FieldValue | null): XmpModel {
  const { xmp: place } = field(id);
  if (!place) return model;
  const ns = namespaces[place.ns];
  const before = property(model, ns, place.name);
  if (field(id).type === 'coordinate') return writePosition(model, id, ns, place.name, value);
  const after = isEmpty(value) ? emptied(place, before) : filled(id, place, before, value!);
  return withProperty(model, ns, place.name, after);
}

function filled(
  id: FieldId,
  place: XmpPlace,
  before: XmpValue | undefined,
  value: FieldValue,
): XmpValue | undefined {
  switch (place.form) {
    case 'simple':
      return keepQualifiers(before, simple(simpleText(id, asText(value))));
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
      return namedStructs(place, before, asList(value));
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

/** Throws for a status that has no form: it would otherwise be written as another. */
function simpleText(id: FieldId, text: string): string {
  if (id !== 'rightsStatus') return text;
  const marked = markedOf(text);
  if (marked === undefined) throw new FormatError('value-not-allowed', id);
  return marked;
}

function writePosition(
  model: XmpModel,
  id: FieldId,
  ns: string,
  name: string,
  value: FieldValue | null,
): XmpModel {
  const made = isEmpty(value) ? undefined : xmpFromPosition(axisOf(id)!, asText(value));
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

/**
 * A structure a name. One that has the name stays as it is; a name that takes the place of another keeps
 * what else is there, such as an identifier: it was corrected.
 */
function namedStructs(place: XmpPlace, before: XmpValue | undefined, names: readonly string[]): XmpArray {
  const { ns, name: inner } = place.member!;
  const items = before?.kind === 'array' ? before.items : before ? [before] : [];
  const nameOf = (item: XmpValue | undefined) =>
    item?.kind === 'struct' ? textOfValue(member(item, namespaces[ns], inner)) : undefined;
  const made = names.map((name, at): XmpValue => {
    const held = items.find((item) => nameOf(item) === name);
    const corrected =
      items.length === names.length && !names.includes(nameOf(items[at]) ?? '') ? items[at] : undefined;
    return held ?? withMember(asStruct(corrected), namespaces[ns], inner, simple(name));
  });
  return { ...qualifiersOf(before), kind: 'array', form: 'Seq', items: made };
}

function asStruct(value: XmpValue | undefined): XmpStruct {
  return value?.kind === 'struct' ? value : { kind: 'struct', fields: [] };
}

function keepQualifiers(before: XmpValue | undefined, value: XmpValue): XmpValue {
  return before?.qualifiers ? { ...value, qualifiers: before.qualifiers } : value;
}
