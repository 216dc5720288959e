import { checkValue } from '@/core/catalogue/checkValue';
import { type FieldId, field, fieldLabel, shapeOf } from '@/core/catalogue/fields';
import { asText, type FieldValue } from '@/core/catalogue/value';
import { formatDateTime, formatDay } from '@/core/wording/formatDate';
import type { ListedValues } from '@/server/operations/photos/listValues';
import { valueWords } from '@/ui/valueWords';
import { typedOf, valueFrom } from '../../fields/fieldText';

/** The value of a cell; a caption without its sign-off. */
export function cellValue(row: ListedValues | undefined, id: FieldId): FieldValue | undefined {
  return id === 'description' && row?.caption !== undefined ? row.caption : row?.values[id];
}

/** What a cell shows. */
export function cellWords(row: ListedValues | undefined, id: FieldId): string {
  const value = cellValue(row, id);
  if (field(id).type !== 'date') return valueWords(id, value);
  const text = asText(value);
  const isMoment = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}/.test(text);
  const isDay = /^\d{4}-\d{2}-\d{2}$/.test(text);
  // The time as it is on the spot, whatever zone it carries.
  if (isMoment) return formatDateTime(text.slice(0, 19));
  return isDay ? formatDay(`${text}T12:00`) : text;
}

/** A cell as one types it, and as it goes to a spreadsheet. */
export const cellTyped = (row: ListedValues | undefined, id: FieldId): string =>
  typedOf(id, cellValue(row, id));

/** Cells of structures are edited in a window of their own, and never pasted. */
export const isTyped = (id: FieldId): boolean => shapeOf(id) !== 'structures';

/** A text as the value of a field: codes by their words too. A problem where the field does not allow it. */
export function valueOfTyped(
  id: FieldId,
  typed: string,
): { readonly value: FieldValue | null } | { readonly problem: string } {
  if (!isTyped(id)) return { problem: `${fieldLabel(id)} has several parts` };
  const { choices } = field(id);
  const code =
    choices && Object.keys(choices).find((one) => choices[one]!.toLowerCase() === typed.trim().toLowerCase());
  const checked = checkValue(id, valueFrom(id, code ?? typed));
  if ('value' in checked) return { value: checked.value };
  return { problem: `${fieldLabel(id)}: expected ${checked.problem.expected ?? 'another value'}` };
}
