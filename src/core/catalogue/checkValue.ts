import { limits } from '../bytes/limits';
import { type Problem, type ProblemCode, problem } from '../problems/problem';
import { notInXml } from '../xmp/characters';
import { type FieldId, field, fieldLabel, shapeOf } from './fields';
import { isoParts } from './isoDate';
import { canonicalPosition, type PositionAxis } from './position';
import { type MemberRow, type StructureId, structures } from './structures';
import type { TextForm } from './textForm';
import { type FieldValue, isEmpty, normalised, type Structure } from './value';

/** A value that its field allows, in canonical form; or why not. */
export type CheckedValue = { readonly value: FieldValue | null } | { readonly problem: Problem };

/** Thrown inside a check; the value itself is never told. */
class Refusal extends Error {
  constructor(
    readonly expected: string,
    readonly code: ProblemCode = 'value-not-allowed',
  ) {
    super(expected);
  }
}

/**
 * The one check of a value by the row of its field: form, closed vocabulary, dates (ISO 8601), addresses
 * (RFC 3986), ratings, positions, codes, members of structures, numbers of items. Null erases and is always
 * allowed. Problems name the field and what is expected.
 */
export function checkValue(id: FieldId, value: unknown): CheckedValue {
  try {
    if (value === null) return { value };
    if (field(id).shownOnly) throw new Refusal('nothing: this field is only shown');
    const checked = normalised(ofShape(id, value));
    return { value: isEmpty(checked) ? null : checked };
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    return { problem: problem(error.code, id, { severity: 'error', expected: error.expected }) };
  }
}

/** Checks one text of a field: a list's item, or the text of a template entry. */
export function checkText(id: FieldId, text: string): Problem | undefined {
  const shape = shapeOf(id);
  if (shape === 'structures') return problem('value-not-allowed', id, { expected: 'structures' });
  const checked = checkValue(id, shape === 'list' ? [text] : text);
  return 'problem' in checked ? checked.problem : undefined;
}

/** Checks one item of a field of structures, as far as its texts are known: those `skip` names are not looked at. */
export function checkStructure(
  id: FieldId,
  item: unknown,
  skip: (text: string) => boolean = () => false,
): Problem | undefined {
  try {
    structure(field(id).structure!, item, fieldLabel(id), skip);
    return undefined;
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    return problem(error.code, id, { severity: 'error', expected: error.expected });
  }
}

function ofShape(id: FieldId, value: unknown): FieldValue {
  const row = field(id);
  switch (shapeOf(id)) {
    case 'text':
      if (typeof value !== 'string') throw new Refusal('one text');
      return fieldText(id, value);
    case 'list': {
      const items = arrayOf(value, 'a list of texts', limits.listItems);
      if (row.mostItems !== undefined && items.length > row.mostItems)
        throw new Refusal(`at most ${row.mostItems}`);
      return items.map((item) => fieldText(id, item));
    }
    case 'structures': {
      const items = arrayOf(value, 'a list of structures', limits.listItems);
      if (row.mostItems !== undefined && items.length > row.mostItems)
        throw new Refusal(`at most ${row.mostItems}`);
      return items.map((item) => structure(row.structure!, item, fieldLabel(id)));
    }
  }
}

function arrayOf(value: unknown, expected: string, most: number): readonly unknown[] {
  if (!Array.isArray(value)) throw new Refusal(expected);
  if (value.length > most) throw new Refusal(`at most ${most} items`, 'limit-exceeded');
  return value;
}

const axes: Partial<Record<FieldId, PositionAxis>> = {
  gpsLatitude: 'latitude',
  gpsLongitude: 'longitude',
  gpsAltitude: 'altitude',
};

/** Which axis of a position a field holds; undefined for all other fields. */
export function axisOf(id: FieldId): PositionAxis | undefined {
  return axes[id];
}

function fieldText(id: FieldId, value: unknown): string {
  const text = plainText(value);
  const { type, choices, retired, textForm } = field(id);
  if (text.trim() === '') return '';
  if (type === 'rating') return rating(text);
  if (choices) return choice(text, choices, retired);
  if (type === 'coordinate') return position(axes[id]!, text);
  if (type === 'number') return ofForm('whole-number', text);
  if (type === 'date' || type === 'uri') return ofForm(type, text);
  return textForm ? ofForm(textForm, text) : text;
}

function plainText(value: unknown): string {
  if (typeof value !== 'string') throw new Refusal('a text');
  if (value.length > limits.valueCharacters)
    throw new Refusal(`at most ${limits.valueCharacters} characters`, 'limit-exceeded');
  if (notInXml.test(value)) throw new Refusal('a text without control characters', 'xmp-character-refused');
  return value;
}

function rating(text: string): string {
  const number = Number(text);
  if (!/^[+-]?\d(\.0+)?$/.test(text.trim()) || number < -1 || number > 5)
    throw new Refusal('−1 to 5; −1 means rejected, 0 no rating');
  return String(number);
}

/** By code, or by its words in any case. */
function choice(
  text: string,
  choices: Readonly<Record<string, string>>,
  retired: Readonly<Record<string, string>> = {},
): string {
  const trimmed = text.trim();
  if (Object.hasOwn(choices, trimmed) || Object.hasOwn(retired, trimmed)) return trimmed;
  const wanted = trimmed.toLowerCase();
  const found = Object.entries({ ...choices, ...retired }).find(
    ([code, words]) => words.toLowerCase() === wanted || code.toLowerCase() === wanted,
  );
  if (!found) throw new Refusal(`one of: ${Object.values(choices).join(', ')}`);
  return found[0];
}

function position(axis: PositionAxis, text: string): string {
  const found = canonicalPosition(axis, text);
  if (found === undefined) throw new Refusal(POSITIONS[axis]);
  return found;
}

const POSITIONS: Readonly<Record<PositionAxis, string>> = {
  latitude: 'decimal degrees from −90 to 90, such as 59.913868',
  longitude: 'decimal degrees from −180 to 180, such as 10.752245',
  altitude: 'metres, such as 12.5',
};

/** Each form with what is expected, and the canonical text of one that fits. */
const forms: Readonly<Record<TextForm, readonly [string, (text: string) => string | undefined]>> = {
  uri: [
    'an address without blanks, such as https://tarnandtide.example/rights',
    (text) => (isAddress(text) ? text : undefined),
  ],
  date: [
    'a date such as 2026, 2026-05, 2026-05-14 or 2026-05-14T07:12:40+02:00',
    (text) => (isoParts(text) ? text : undefined),
  ],
  'country-code': [
    'the two or three letters of a country code, such as NOR',
    (text) => (/^[A-Za-z]{2,3}$/.test(text) ? text.toUpperCase() : undefined),
  ],
  language: ['a language code, such as en or pt-BR', (text) => (isLanguageTag(text) ? text : undefined)],
  'whole-number': ['a whole number', (text) => (/^\d{1,9}$/.test(text) ? text : undefined)],
  'scene-code': ['six digits of the IPTC scene list', (text) => (/^\d{6}$/.test(text) ? text : undefined)],
  'subject-code': [
    'eight digits of the IPTC subject list',
    (text) => (/^\d{8}$/.test(text) ? text : undefined),
  ],
};

function ofForm(form: TextForm, text: string): string {
  const [expected, canonical] = forms[form];
  const found = canonical(text.trim());
  if (found === undefined) throw new Refusal(expected);
  return found;
}

/** RFC 3986 and 3987: no blanks, none of the characters that an address must not hold. */
function isAddress(text: string): boolean {
  return !/[\s<>"{}|\\^`]/.test(text);
}

/** The form of BCP 47, and x-default. */
function isLanguageTag(text: string): boolean {
  return text.length <= 35 && /^[A-Za-z]{1,8}(-[A-Za-z0-9]{1,8})*$/.test(text);
}

function structure(
  id: StructureId,
  value: unknown,
  where: string,
  skip: (text: string) => boolean = () => false,
  depth = 0,
): Structure {
  if (depth > limits.xmpDepth / 4) throw new Refusal('fewer levels', 'limit-exceeded');
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    throw new Refusal(`${where}: an item with members`);
  const members = Object.entries(value).flatMap(([key, one]): [string, Structure[string]][] => {
    const row = Object.hasOwn(structures[id], key) ? structures[id][key]! : undefined;
    if (!row) throw new Refusal(`only the members ${membersOf(id).join(', ')}`);
    if (one === undefined || row.follows) return [];
    return [[key, member(row, one, `${where}, ${row.words}`, skip, depth)]];
  });
  return Object.fromEntries(members);
}

/** The members of a structure that are typed. */
function membersOf(id: StructureId): string[] {
  return Object.entries(structures[id]).flatMap(([key, row]) => (row.follows ? [] : [key]));
}

function member(
  row: MemberRow,
  value: unknown,
  where: string,
  skip: (text: string) => boolean,
  depth: number,
): Structure[string] {
  switch (row.form) {
    case 'struct':
      return structure(row.structure!, value, where, skip, depth + 1);
    case 'structs':
      return arrayOf(value, `${where}: a list`, limits.listItems).map((item) =>
        structure(row.structure!, item, where, skip, depth + 1),
      );
    case 'bag':
    case 'seq':
      return (typeof value === 'string' ? [value] : arrayOf(value, `${where}: texts`, limits.listItems)).map(
        (item) => memberText(row, item, where, skip),
      );
    default:
      return memberText(row, value, where, skip);
  }
}

function memberText(row: MemberRow, value: unknown, where: string, skip: (text: string) => boolean): string {
  try {
    const text = plainText(value);
    if (text.trim() === '' || skip(text)) return text;
    if (row.choices) return choice(text, row.choices);
    if (row.textForm === 'coordinate') return position(memberAxis(row), text);
    return row.textForm ? ofForm(row.textForm, text) : text;
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    throw new Refusal(`${where}: ${error.expected}`, error.code);
  }
}

/** The axis of a structure's member, by the name of its property. */
export function memberAxis({ name }: MemberRow): PositionAxis {
  return name === 'GPSLatitude' ? 'latitude' : name === 'GPSLongitude' ? 'longitude' : 'altitude';
}
