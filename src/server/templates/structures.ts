import { type FieldId, field } from '../../core/catalogue/fields';
import { type MemberRow, type StructureId, structures } from '../../core/catalogue/structures';
import type { Structure } from '../../core/catalogue/value';

/** Characters of one text, items of one array. */
const MOST = { characters: 32_000, items: 1000 } as const;

/** Where a structure does not fit the catalogue, the place and why; undefined where it fits. */
export function misfit(
  id: StructureId | undefined,
  items: readonly unknown[],
  place: string,
): string | undefined {
  if (items.length === 0) return undefined;
  if (!id) return `${place}: this field takes texts`;
  for (const item of items) {
    if (!isPlainObject(item)) return `${place}: an item is no structure`;
    for (const [key, member] of Object.entries(item)) {
      const row = Object.hasOwn(structures[id], key) ? structures[id][key] : undefined;
      if (!row)
        return `${place}: there is no member “${key}”; known are ${Object.keys(structures[id]).join(', ')}`;
      const wrong = memberMisfit(row, member, `${place}/${key}`);
      if (wrong) return wrong;
    }
  }
  return undefined;
}

function memberMisfit(row: MemberRow, member: unknown, place: string): string | undefined {
  if (row.structure) return misfit(row.structure, [member].flat(), place);
  const texts = row.form === 'bag' || row.form === 'seq' ? [member].flat() : [member];
  return texts.length <= MOST.items && texts.every(isText) ? undefined : `${place}: a text is expected`;
}

function isText(value: unknown): boolean {
  return typeof value === 'string' && value.length <= MOST.characters;
}

function isPlainObject(value: unknown): value is Structure {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

/** Whether structures have just the members that their field knows. */
export function soundStructures(id: FieldId, items: readonly unknown[]): boolean {
  return misfit(field(id).structure, items, '') === undefined;
}
