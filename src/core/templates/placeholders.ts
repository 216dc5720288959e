import { type FieldId, fieldNamed } from '../catalogue/fields';
import { asText, type FieldValue } from '../catalogue/value';
import { type Problem, problem } from '../problems/problem';
import { compileDateForm } from './dateForm';
import { type Part, type Placeholder, parseText, placeholderKey, placeholdersOf } from './grammar';

/** What is known of one picture and its assignment. Dates are ISO 8601, possibly partial. */
export interface PlaceholderContext {
  /** File name with its extension. */
  readonly fileName: string;
  /** Name of the folder that the picture lies in. */
  readonly folder?: string;
  readonly runningNumber?: number;
  readonly camera?: string;
  readonly lens?: string;
  /** Pixels. */
  readonly width?: number;
  readonly height?: number;
  /** The assignment's date of first publication; without one First Publication Date counts. */
  readonly datePublished?: string;
  /** The day of use. */
  readonly today: string;
  readonly assignment?: string;
  /** By fact name. */
  readonly facts: Readonly<Record<string, string>>;
  /** One's identities by name, each with its parts by name. */
  readonly identities?: Identities;
  /** What they were before, newest first: for knowing words again that were put then. */
  readonly formerIdentities?: readonly Identities[];
}

export type Identities = Readonly<Record<string, Readonly<Record<string, string>>>>;

/** The picture's resulting value of a field; undefined where there is none. */
export type FieldLookup = (id: FieldId) => FieldValue | undefined;

type Value = (context: PlaceholderContext, fields: FieldLookup) => string | undefined;
type CompiledPart =
  | string
  | { readonly name: string; readonly value: Value; readonly fallback?: string | undefined }
  | { readonly phrase: readonly CompiledPart[] };

export interface CompiledText {
  readonly parts: readonly CompiledPart[];
  /** The text where it holds no placeholder. */
  readonly constant?: string;
  /** Fields whose resulting value is asked for. */
  readonly fields: readonly FieldId[];
  readonly problems: readonly Problem[];
}

export interface Evaluated {
  readonly text: string;
  /** Names of the placeholders that have neither value nor fallback for this picture. */
  readonly missing: readonly string[];
}

/** What a starter leaves to be filled in: it never has a value, so that it cannot be embedded. */
export const FILL_IN = 'fill in';

const taken: Value = (_, fields) => asText(fields('dateCreated')) || undefined;
const published: Value = (context, fields) =>
  context.datePublished || asText(fields('firstPublicationDate')) || undefined;
const today: Value = (context) => context.today;

interface BuiltIn {
  /** Forms of a date, in UTS #35; the usual one. */
  readonly date?: string;
  readonly value: Value;
  /** Applies a form that is no date's. */
  readonly formed?: (value: string, form: string) => string | undefined;
  /** A field that the value is taken from. */
  readonly from?: FieldId;
}

const datesOf = (suffix: string, value: Value, from?: FieldId): [string, BuiltIn][] =>
  [
    ['year', 'y'],
    ['month', 'MM'],
    ['day', 'dd'],
    ['time', 'HH:mm'],
    ['date', ''],
  ].map(([what, date]) => [`${what} ${suffix}`, { value, date: date!, ...(from ? { from } : {}) }]);

const builtIns = new Map<string, BuiltIn>([
  ...datesOf('taken', taken, 'dateCreated'),
  ...datesOf('published', published, 'firstPublicationDate'),
  ...datesOf('today', today),
  ['this year', { value: today, date: 'y' }],
  [
    'file name',
    {
      value: ({ fileName }) => fileName.replace(/\.[^.]*$/, '') || undefined,
      formed: (stem, nth) => stem.split(/[-_. ]+/).filter(Boolean)[Number(nth) - 1],
    },
  ],
  ['file extension', { value: ({ fileName }) => /\.([^.]+)$/.exec(fileName)?.[1] }],
  ['folder', { value: ({ folder }) => folder }],
  [
    'running number',
    {
      value: ({ runningNumber }) => runningNumber?.toString(),
      formed: (value, digits) =>
        /^([1-9]|1[0-2])$/.test(digits) ? value.padStart(Number(digits), '0') : undefined,
    },
  ],
  ['camera', { value: ({ camera }) => camera }],
  ['lens', { value: ({ lens }) => lens }],
  ['width', { value: ({ width }) => width?.toString() }],
  ['height', { value: ({ height }) => height?.toString() }],
  ['pixel size', { value: ({ width, height }) => (width && height ? `${width} × ${height}` : undefined) }],
  ['assignment', { value: ({ assignment }) => assignment }],
  [FILL_IN, { value: () => undefined, formed: () => undefined }],
]);

/** The names on offer, beside identities, facts and fields. */
export const placeholderNames: readonly string[] = [
  'year taken',
  'date taken',
  'time taken',
  'year published',
  'date published',
  'this year',
  'date today',
  'file name',
  'running number',
  'camera',
  'lens',
  'pixel size',
  'folder',
  'assignment',
];

/** What is a picture's own beside its fields: its file, its place, what the camera recorded of the picture. */
export const ownOfPicture: readonly string[] = [
  'file name',
  'file extension',
  'folder',
  'running number',
  'camera',
  'lens',
  'width',
  'height',
  'pixel size',
];

/** Whether a key names a value that Fabrica computes. */
export function isBuiltIn(key: string): boolean {
  return builtIns.has(key);
}

/** What a form says of a computed value: a date's pattern, digits, a part of the file name; else nothing. */
export function formKindOf(name: string): 'date' | 'digits' | 'part of name' | undefined {
  const key = placeholderKey(name);
  if (builtIns.get(key)?.date !== undefined) return 'date';
  return key === 'running number' ? 'digits' : key === 'file name' ? 'part of name' : undefined;
}

/** Understands a text once, for any number of pictures. */
export function compileText(text: string): CompiledText {
  const parsed = parseText(text);
  const placeholders = placeholdersOf(parsed.parts);
  const problems = [...parsed.problems, ...placeholders.flatMap(formProblem)];
  const parts = parsed.parts.map(compilePart);
  const constant = parts.every((part) => typeof part === 'string') ? { constant: parts.join('') } : {};
  return { parts, fields: placeholders.flatMap(({ key }) => fieldBehind(key) ?? []), problems, ...constant };
}

function compilePart(part: Part): CompiledPart {
  if ('literal' in part) return part.literal;
  if ('phrase' in part) return { phrase: part.phrase.map(compilePart) };
  const { name, fallback } = part.placeholder;
  return { name, value: valueFor(part.placeholder), fallback };
}

/** The field that a placeholder of this name takes its value from, unless a fact has the name. */
export function fieldBehind(name: string): FieldId | undefined {
  const builtIn = builtIns.get(placeholderKey(name));
  return builtIn ? builtIn.from : fieldNamed(name);
}

/** What a form may be, by the kind of its placeholder. */
const FORMS = {
  date: 'the letters of a date, such as y, MM, dd, HH:mm',
  digits: 'a number of digits from 1 to 12',
  'part of name': 'the number of a part of the name',
} as const;

function formProblem({ key, form, name }: Placeholder): Problem[] {
  const builtIn = builtIns.get(key);
  if (form === undefined || key === FILL_IN || !builtIn || takesForm(key, builtIn, form)) return [];
  const kind = formKindOf(key);
  const expected = kind ? FORMS[kind] : 'no form: it is written in one way only';
  return [problem('placeholder-form', 'template text', { found: `${name} : ${form}`, expected })];
}

function takesForm(key: string, { date, formed }: BuiltIn, form: string): boolean {
  if (date !== undefined) return compileDateForm(form) !== undefined;
  return key === 'file name' ? /^[1-9]\d?$/.test(form.trim()) : formed?.('1', form) !== undefined;
}

function valueFor({ key, form }: Placeholder): Value {
  const builtIn = builtIns.get(key);
  if (!builtIn) return named(key, form);
  const { value, date, formed } = builtIn;
  if (date !== undefined) return dated(value, form ?? date);
  if (form === undefined) return value;
  return (context, fields) => {
    const plain = value(context, fields);
    return plain === undefined ? undefined : formed?.(plain, form) || undefined;
  };
}

/** The usual form of a date is what is known of it, as ISO 8601 has it. */
function dated(value: Value, form: string): Value {
  const formed = form === '' ? isoDay : compileDateForm(form);
  return (context, fields) => {
    const iso = value(context, fields);
    return iso === undefined ? undefined : formed?.(iso);
  };
}

function isoDay(iso: string): string | undefined {
  return /^\d{4}(-\d{2}(-\d{2})?)?/.exec(iso)?.[0];
}

/** An identity's part, a fact of the assignment, else the picture's own field. */
function named(key: string, form: string | undefined): Value {
  const id = fieldNamed(key);
  const part = placeholderKey(form ?? 'name');
  return (context, fields) => {
    const identity = context.identities && byKey(context.identities).get(key);
    if (identity) return byKey(identity).get(part) || undefined;
    const fact = byKey(context.facts).get(key);
    if (fact) return fact;
    return (id && asText(fields(id))) || undefined;
  };
}

const keyed = new WeakMap<object, ReadonlyMap<string, unknown>>();

function byKey<T>(record: Readonly<Record<string, T>>): ReadonlyMap<string, T> {
  let map = keyed.get(record) as ReadonlyMap<string, T> | undefined;
  if (!map) {
    map = new Map(Object.entries(record).map(([name, value]) => [placeholderKey(name), value]));
    keyed.set(record, map);
  }
  return map;
}

const noFields: FieldLookup = () => undefined;

/** A text for one picture, and the names that have no value for it. */
export function evaluate(
  compiled: CompiledText,
  context: PlaceholderContext,
  fields: FieldLookup = noFields,
): Evaluated {
  if (compiled.constant !== undefined) return { text: compiled.constant, missing: [] };
  return evaluateParts(compiled.parts, context, fields);
}

function evaluateParts(
  parts: readonly CompiledPart[],
  context: PlaceholderContext,
  fields: FieldLookup,
): Evaluated {
  const missing: string[] = [];
  let text = '';
  for (const part of parts) {
    if (typeof part === 'string') text += part;
    else if ('phrase' in part) {
      const inner = evaluateParts(part.phrase, context, fields);
      if (inner.missing.length === 0) text += inner.text;
    } else {
      const value = part.value(context, fields) ?? part.fallback;
      if (value === undefined) missing.push(part.name);
      else text += value;
    }
  }
  return { text, missing };
}

/** The placeholders' names that a text uses. */
export function placeholdersIn(text: string): string[] {
  return placeholdersOf(parseText(text).parts).map((one) => one.name);
}
