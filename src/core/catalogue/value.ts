/**
 * A field's value. Text, dates and choices are strings (dates as ISO 8601, possibly partial; choices as
 * the catalogue's codes), lists are arrays in their stored order. An absent field has no value at all:
 * neither '' nor [] is ever stored in a record.
 */
export type FieldValue = string | readonly string[];

export type FieldValues<Id extends string = string> = { readonly [K in Id]?: FieldValue };

export function isEmpty(value: FieldValue | null | undefined): boolean {
  return value === undefined || value === null || value.length === 0;
}

export function sameValue(a: FieldValue | null | undefined, b: FieldValue | null | undefined): boolean {
  if (isEmpty(a) || isEmpty(b)) return isEmpty(a) === isEmpty(b);
  if (typeof a === 'string' || typeof b === 'string') return a === b;
  return a!.length === b!.length && a!.every((item, i) => item === b![i]);
}

export function asList(value: FieldValue | null | undefined): readonly string[] {
  if (isEmpty(value)) return [];
  return typeof value === 'string' ? [value] : value!;
}

/** The value as one line of text: lists joined with comma and space (common practice). */
export function asText(value: FieldValue | null | undefined): string {
  if (isEmpty(value)) return '';
  return typeof value === 'string' ? value : value!.join(', ');
}

/** Line ends as \n and no fillers at the end: only so far do two records of one text differ in form. */
export function normalisedText(text: string): string {
  return text.replace(/\r\n?/g, '\n').replace(/[\0\s]+$/, '');
}

/** The value as records hold it; null where nothing is left. */
export function normalised(value: FieldValue | null): FieldValue | null {
  if (value === null) return null;
  const cleaned =
    typeof value === 'string'
      ? normalisedText(value)
      : value.map(normalisedText).filter((item) => item !== '');
  return isEmpty(cleaned) ? null : cleaned;
}
