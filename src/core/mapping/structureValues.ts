import { limits } from '../bytes/limits';
import { memberAxis } from '../catalogue/checkValue';
import { namespaces } from '../catalogue/namespaces';
import { canonicalPosition } from '../catalogue/position';
import { type MemberRow, type StructureId, structures } from '../catalogue/structures';
import { asList, type Structure, sameValue } from '../catalogue/value';
import { member, withMember, type XmpArray, type XmpStruct, type XmpValue } from '../xmp/model';
import { arrayOf, qualifiersOf, simple, textOfValue, textsOfValue, withDefaultText } from '../xmp/values';
import { positionFromXmp, xmpFromPosition } from './gps';

/** Structures of XMP against the catalogue's plain structures, by the table of their members. */

/** Every item of an array of structures; a structure that is alone counts as one item. */
export function structuresFromXmp(id: StructureId, value: XmpValue, depth = 0): Structure[] {
  if (depth > limits.xmpDepth) return [];
  const items = value.kind === 'array' ? value.items : [value];
  return items.flatMap((item) => {
    const one = structureFromXmp(id, item, depth);
    return one ? [one] : [];
  });
}

function structureFromXmp(id: StructureId, value: XmpValue, depth: number): Structure | undefined {
  if (value.kind !== 'struct') return undefined;
  const members = Object.entries(structures[id]).flatMap(([key, row]) => {
    const found = row.follows ? undefined : member(value, namespaces[row.ns], row.name);
    const ref =
      row.textForm === 'coordinate' ? member(value, namespaces[row.ns], `${row.name}Ref`) : undefined;
    const read = found && memberFromXmp(row, found, depth, textOfValue(ref));
    return read === undefined || read.length === 0 ? [] : [[key, read] as const];
  });
  return members.length > 0 ? Object.fromEntries(members) : undefined;
}

/** `ref` is the reference beside an altitude. */
function memberFromXmp(
  row: MemberRow,
  value: XmpValue,
  depth: number,
  ref: string | undefined,
): Structure[string] | undefined {
  switch (row.form) {
    case 'bag':
    case 'seq':
      return textsOfValue(value);
    case 'struct':
      return structureFromXmp(row.structure!, value, depth + 1);
    case 'structs':
      return structuresFromXmp(row.structure!, value, depth + 1);
    default: {
      const text = textOfValue(value);
      return text !== undefined && row.textForm === 'coordinate'
        ? (positionFromXmp(memberAxis(row), text, ref) ?? text)
        : text;
    }
  }
}

/**
 * An array of the wanted structures. An item that says the same already stays as it is; one at the same
 * place keeps what the table does not know of.
 */
export function structuresToXmp(
  id: StructureId,
  wanted: readonly Structure[],
  form: 'Bag' | 'Seq',
  before: XmpValue | undefined,
): XmpArray {
  const old = before?.kind === 'array' ? before.items : before ? [before] : [];
  const items = wanted.map((one, index) => {
    const same = old.find((item) => sameValue(structuresFromXmp(id, item), [one]));
    return same ?? structureToXmp(id, one, sharesName(id, one, old[index]) ? old[index] : undefined);
  });
  return { ...qualifiersOf(before), kind: 'array', form, items };
}

/** A structure is known by its first member, its name, or by its identifier: only then do unknown members still belong to it. */
function sharesName(id: StructureId, wanted: Structure, item: XmpValue | undefined): boolean {
  const held = item && structureFromXmp(id, item, 0);
  const [first] = Object.keys(structures[id]);
  return [first!, 'identifier', 'identifiers'].some(
    (key) =>
      held?.[key] !== undefined &&
      wanted[key] !== undefined &&
      sameValue([{ [key]: held[key] }], [{ [key]: wanted[key] }]),
  );
}

function structureToXmp(id: StructureId, wanted: Structure, before: XmpValue | undefined): XmpStruct {
  let struct: XmpStruct = before?.kind === 'struct' ? before : { kind: 'struct', fields: [] };
  for (const [key, row] of Object.entries(structures[id])) {
    if (row.follows) continue;
    const ns = namespaces[row.ns];
    const value = wanted[key];
    if (row.textForm === 'coordinate') {
      struct = withPosition(struct, row, ns, typeof value === 'string' ? value : undefined);
      continue;
    }
    struct = withMember(struct, ns, row.name, memberToXmp(row, value, member(struct, ns, row.name)));
  }
  return struct;
}

/** A position in the form of XMP, with the reference of an altitude; other text is not changed. */
function withPosition(struct: XmpStruct, row: MemberRow, ns: string, value: string | undefined): XmpStruct {
  const axis = memberAxis(row);
  const canonical = value === undefined ? undefined : canonicalPosition(axis, value);
  const made = canonical === undefined ? undefined : xmpFromPosition(axis, canonical);
  const text = made?.text ?? value;
  const written = withMember(struct, ns, row.name, text ? simple(text) : undefined);
  return axis === 'altitude'
    ? withMember(written, ns, `${row.name}Ref`, made?.ref === undefined ? undefined : simple(made.ref))
    : written;
}

function memberToXmp(
  row: MemberRow,
  wanted: Structure[string] | undefined,
  before: XmpValue | undefined,
): XmpValue | undefined {
  if (wanted === undefined || wanted.length === 0) return undefined;
  switch (row.form) {
    case 'bag':
    case 'seq':
      return arrayOf(row.form === 'bag' ? 'Bag' : 'Seq', texts(wanted), before);
    case 'struct':
      return structureToXmp(row.structure!, wanted as Structure, before);
    case 'structs':
      return structuresToXmp(row.structure!, wanted as readonly Structure[], row.array ?? 'Bag', before);
    case 'lang-alt':
      return withDefaultText(before, texts(wanted).join(', '));
    default:
      return simple(texts(wanted).join(', '));
  }
}

function texts(value: Structure[string]): readonly string[] {
  return typeof value === 'string' ? [value] : asList(value as readonly string[]);
}
