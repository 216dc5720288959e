import { type FieldId, field, isList, writtenFieldIds } from '../catalogue/fields';
import { asList, type Structure } from '../catalogue/value';
import type { Values } from './resolve';
import { type Entry, usualRule } from './template';

export interface OfferedEntry {
  readonly entry: Entry;
  /** Belongs to the single picture: not taken unless it is chosen. */
  readonly individual: boolean;
}

/** Each value of a picture as an entry that would give it again; the writer's braces stay literal. */
export function entriesFromValues(values: Values): OfferedEntry[] {
  return writtenFieldIds.flatMap((id): OfferedEntry[] => {
    const value = values[id];
    if (value === undefined) return [];
    const individual = field(id).nature === 'individual';
    if (field(id).structure)
      return [
        {
          entry: { field: id, rule: 'overwrite', texts: [], structures: value as readonly Structure[] },
          individual,
        },
      ];
    const rule = isList(id) ? usualRule(id) : 'overwrite';
    return [{ entry: { field: id, rule, texts: asList(value).map(plain) }, individual }];
  });
}

/** Two opening braces in a picture's text are no placeholder of ours. */
function plain(text: string): string {
  return text.replaceAll('{{', '{ {').replaceAll('{[', '{ [');
}

export function withoutFields(entries: readonly Entry[], gone: ReadonlySet<FieldId>): Entry[] {
  return entries.filter((one) => !gone.has(one.field));
}
