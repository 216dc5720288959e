/**
 * A field's value. Text, dates and choices are strings (dates as ISO 8601, possibly partial; choices as
 * the catalogue's codes), lists are arrays in their stored order, of texts or of structures. An absent field has no value at all:
 * neither '' nor [] is ever stored in a record.
 */
export type FieldValue = string | readonly string[] | readonly Structure[];

/** A structured value by the catalogue's member names. A member without value is not there. */
export interface Structure {
  readonly [member: string]: string | readonly string[] | Structure | readonly Structure[];
}

/** Whether a value says nothing: absent, '', or a list without items. */
export function isEmpty(value: FieldValue | null | undefined): boolean {
  return value === undefined || value === null || value.length === 0;
}

/** Whether two values say the same; structures by their members in any order. */
export function sameValue(a: FieldValue | null | undefined, b: FieldValue | null | undefined): boolean {
  if (isEmpty(a) || isEmpty(b)) return isEmpty(a) === isEmpty(b);
  return sameMember(a!, b!);
}

function sameMember(a: Structure[string], b: Structure[string]): boolean {
  if (typeof a !== 'object' || typeof b !== 'object') return a === b;
  if (Array.isArray(a) || Array.isArray(b))
    return (
      Array.isArray(a) &&
      Array.isArray(b) &&
      a.length === b.length &&
      a.every((item, i) => sameMember(item, b[i]))
    );
  const [one, other] = [a as Structure, b as Structure];
  const keys = Object.keys(one);
  return (
    keys.length === Object.keys(other).length &&
    keys.every((key) => other[key] !== undefined && sameMember(one[key]!, other[key]))
  );
}

/** The items as texts; a structure is described by its texts. */
export function asList(value: FieldValue | null | undefined): readonly string[] {
  if (isEmpty(value)) return [];
  return typeof value === 'string' ? [value] : value!.map(itemText);
}

/** The structures of a value; none where it holds texts. */
export function structuresOf(value: FieldValue | null | undefined): readonly Structure[] {
  return isEmpty(value) || typeof value === 'string'
    ? []
    : (value as readonly (string | Structure)[]).filter((item) => typeof item !== 'string');
}

function itemText(item: string | Structure): string {
  return typeof item === 'string' ? item : structureText(item);
}

/** The texts of a structure in the catalogue's order, joined by a comma. */
export function structureText(structure: Structure): string {
  return Object.values(structure)
    .map((member) =>
      typeof member === 'string'
        ? member
        : Array.isArray(member)
          ? member.map(itemText).join(', ')
          : structureText(member as Structure),
    )
    .join(', ');
}

/** The value as one line of text: lists joined with comma and space (common practice). */
export function asText(value: FieldValue | null | undefined): string {
  return typeof value === 'string' ? value : asList(value).join(', ');
}

/** Line ends as \n and no fillers at the end: only so far do two records of one text differ in form. */
export function normalisedText(text: string): string {
  const last = text.charCodeAt(text.length - 1);
  const ends = last <= 0x20 || (last > 0x7e && /\s/.test(text[text.length - 1]!));
  const lines = text.includes('\r') ? text.replace(/\r\n?/g, '\n') : text;
  return ends ? withoutFillers(lines) : lines;
}

function withoutFillers(text: string): string {
  let end = text.length;
  while (end > 0 && (text.charCodeAt(end - 1) === 0 || text[end - 1]!.trim() === '')) end--;
  return text.slice(0, end);
}

/** The value as records hold it; null where nothing is left. */
export function normalised(value: FieldValue | null): FieldValue | null {
  if (value === null) return null;
  const cleaned = normalisedMember(value) as FieldValue | undefined;
  return cleaned === undefined ? null : cleaned;
}

function isNormalisedText(item: unknown): boolean {
  return typeof item === 'string' && item !== '' && normalisedText(item) === item;
}

function normalisedMember(value: Structure[string]): Structure[string] | undefined {
  if (typeof value === 'string') return normalisedText(value) || undefined;
  if (Array.isArray(value)) {
    if (value.length > 0 && value.every(isNormalisedText)) return value;
    const items = (value as (string | Structure)[]).flatMap((item) => normalisedMember(item) ?? []);
    return items.length > 0 ? (items as readonly string[]) : undefined;
  }
  const members = Object.entries(value as Structure).flatMap(([key, member]) => {
    const cleaned = normalisedMember(member);
    return cleaned === undefined ? [] : [[key, cleaned] as const];
  });
  return members.length > 0 ? Object.fromEntries(members) : undefined;
}
