import { field, isList, writtenFieldIds } from '../catalogue/fields';
import { asList, type Structure } from '../catalogue/value';
import type { Values } from './resolution';
import { type Entry, usualRule } from './template';
import { yearlyEntry } from './yearlyEntries';

export interface OfferedEntry {
  readonly entry: Entry;
  /** Belongs to the single picture: not taken unless it is chosen. */
  readonly individual: boolean;
  /** The same with the year that each picture was taken in place of the one that is written. */
  readonly yearly?: Entry;
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
    const entry = { field: id, rule, texts: asList(value).map(plain) };
    const yearly = yearlyEntry(entry);
    return [{ entry, individual, ...(yearly ? { yearly } : {}) }];
  });
}

/** Two opening braces in a picture's text are no placeholder of ours. */
function plain(text: string): string {
  return text.replaceAll('{{', '{ {').replaceAll('{[', '{ [');
}
