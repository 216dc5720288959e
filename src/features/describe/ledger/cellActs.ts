import type { FieldId } from '@/core/catalogue/fields';
import type { FieldValue } from '@/core/catalogue/value';
import { formatTable, parseTable } from '@/core/tables/clipboardTable';
import type { FieldChanges } from '@/server/operations/drafts/writing';
import type { ListedValues } from '@/server/operations/photos/listValues';
import { cellTyped, cellValue, valueOfTyped } from './cellText';

/** Values by picture, as an act of cells takes them. */
export interface CellRow {
  readonly id: string;
  readonly values: FieldChanges;
}
type Values = ReadonlyMap<string, ListedValues> | undefined;

/** Some cells: these pictures, these columns, both in their order. */
export interface CellRange {
  readonly ids: readonly string[];
  readonly fields: readonly FieldId[];
}

/** The cells as text for a spreadsheet. */
export const copyCells = ({ ids, fields }: CellRange, values: Values): string =>
  formatTable(ids.map((id) => fields.map((one) => cellTyped(values?.get(id), one))));

/** Nothing in any of the cells. */
export const clearCells = ({ ids, fields }: CellRange): CellRow[] =>
  ids.map((id) => ({ id, values: Object.fromEntries(fields.map((one) => [one, null])) }));

/** What is in the first row, in all the others; nothing where that is not known. */
export function fillCells({ ids: [first, ...rest], fields }: CellRange, values: Values): CellRow[] {
  const row = first === undefined ? undefined : values?.get(first);
  if (!row) return [];
  const filled = Object.fromEntries(
    fields.map((one) => [one, cellValue(row, one) ?? null] as [FieldId, FieldValue | null]),
  );
  return rest.map((id) => ({ id, values: filled }));
}

export interface Pasted {
  readonly rows: readonly CellRow[];
  /** What was left out, in words. */
  readonly problems: readonly string[];
}

const PROBLEMS_TOLD = 3;

/**
 * Cells from a spreadsheet: a single one goes into the whole range; several begin at its first cell and go
 * on behind it, through the pictures and columns as they are.
 */
export function pasteCells(
  text: string,
  range: CellRange,
  all: { readonly ids: readonly string[]; readonly fields: readonly FieldId[] },
): Pasted {
  const table = parseTable(text);
  const isSingle = table.length === 1 && table[0]!.length === 1;
  const [top, left] = [all.ids.indexOf(range.ids[0] ?? ''), all.fields.indexOf(range.fields[0]!)];
  const ids = isSingle ? range.ids : all.ids.slice(top, top + table.length);
  const problems: string[] = [];
  const rows = ids.map((id, down) => {
    const cells = isSingle ? range.fields.map(() => table[0]![0]!) : table[down]!;
    const fields = isSingle ? range.fields : all.fields.slice(left, left + cells.length);
    const entries = fields.flatMap((one, across) => {
      const made = valueOfTyped(one, cells[across]!);
      if ('value' in made) return [[one, made.value] as const];
      problems.push(made.problem);
      return [];
    });
    return { id, values: Object.fromEntries(entries) };
  });
  const beyond = isSingle ? 0 : table.length - ids.length;
  if (beyond > 0) problems.push(`${beyond} lines go beyond the last picture`);
  const tooWide = isSingle ? 0 : Math.max(...table.map((one) => one.length)) - (all.fields.length - left);
  if (tooWide > 0) problems.push(`${tooWide} columns go beyond the last one`);
  return {
    rows: rows.filter(({ values }) => Object.keys(values).length > 0),
    problems: [...new Set(problems)].slice(0, PROBLEMS_TOLD),
  };
}
