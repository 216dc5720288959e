import { limits } from '../bytes/limits';
import { namespaces } from '../catalogue/namespaces';
import { type MemberRow, type StructureId, structures } from '../catalogue/structures';
import { asList, type Structure, sameValue } from '../catalogue/value';
import { member, withMember, type XmpArray, type XmpStruct, type XmpValue } from '../xmp/model';
import { arrayOf, simple, textOfValue, textsOfValue, withDefaultText } from '../xmp/values';

/** Structures of XMP against the catalogue's plain structures, by the table of their members. */

/** Every item of an array of structures; a structure that stands alone counts as one item. */
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
    const found = member(value, namespaces[row.ns], row.name);
    const read = found && memberFromXmp(row, found, depth);
    return read === undefined || read.length === 0 ? [] : [[key, read] as const];
  });
  return members.length > 0 ? Object.fromEntries(members) : undefined;
}

function memberFromXmp(row: MemberRow, value: XmpValue, depth: number): Structure[string] | undefined {
  switch (row.form) {
    case 'bag':
    case 'seq':
      return textsOfValue(value);
    case 'struct':
      return structureFromXmp(row.structure!, value, depth + 1);
    case 'structs':
      return structuresFromXmp(row.structure!, value, depth + 1);
    default:
      return textOfValue(value);
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
  return { kind: 'array', form, items };
}

/** The first member of a structure names it: only then do unknown members still belong to it. */
function sharesName(id: StructureId, wanted: Structure, item: XmpValue | undefined): boolean {
  const [key] = Object.keys(structures[id]);
  const held = item && structureFromXmp(id, item, 0);
  const name = { [key!]: wanted[key!] ?? '' };
  return held?.[key!] !== undefined && sameValue([{ [key!]: held[key!]! }], [name]);
}

function structureToXmp(id: StructureId, wanted: Structure, before: XmpValue | undefined): XmpStruct {
  let struct: XmpStruct = before?.kind === 'struct' ? before : { kind: 'struct', fields: [] };
  for (const [key, row] of Object.entries(structures[id])) {
    const held = member(struct, namespaces[row.ns], row.name);
    struct = withMember(struct, namespaces[row.ns], row.name, memberToXmp(row, wanted[key], held));
  }
  return struct;
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
