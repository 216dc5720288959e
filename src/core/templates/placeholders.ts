import { limits } from '../bytes/limits';
import { type Problem, problem } from '../problems/problem';

/*
 * Placeholders in template texts.
 *
 *   text        = { literal | placeholder }
 *   placeholder = "{{" name [ ":" argument ] "}}"
 *   name        = a built-in name, else the name of an assignment fact; blanks are folded, case is ignored
 *   argument    = for "running number": the number of digits
 *
 * "{{" without "}}" is literal text and reported. A text is compiled once and evaluated per picture.
 */

/** What is known of one picture and its assignment. Dates are ISO 8601, possibly partial. */
export interface PlaceholderContext {
  /** File name with its extension. */
  readonly fileName: string;
  readonly runningNumber?: number;
  readonly camera?: string;
  /** The recorded local digits; a zone is never applied. */
  readonly dateTaken?: string;
  /** The assignment's date, else First Publication Date. */
  readonly datePublished?: string;
  /** The day of use. */
  readonly today: string;
  readonly assignment?: string;
  /** By fact name. */
  readonly facts: Readonly<Record<string, string>>;
}

type Part = { readonly literal: string } | { readonly name: string; readonly argument?: string };
export interface CompiledText {
  readonly parts: readonly Part[];
  readonly problems: readonly Problem[];
}

export interface Evaluated {
  readonly text: string;
  /** Names of the placeholders that have no value for this picture. */
  readonly missing: readonly string[];
}

type BuiltIn = (context: PlaceholderContext, argument?: string) => string | undefined;

const dateParts = (
  of: (context: PlaceholderContext) => string | undefined,
  suffix: string,
): [string, BuiltIn][] => [
  [`year ${suffix}`, (context) => /^\d{4}/.exec(of(context) ?? '')?.[0]],
  [`month ${suffix}`, (context) => /^\d{4}-(\d{2})/.exec(of(context) ?? '')?.[1]],
  [`day ${suffix}`, (context) => /^\d{4}-\d{2}-(\d{2})/.exec(of(context) ?? '')?.[1]],
  [`date ${suffix}`, (context) => /^\d{4}(-\d{2}(-\d{2})?)?/.exec(of(context) ?? '')?.[0]],
];

const builtIns = new Map<string, BuiltIn>([
  ...dateParts((context) => context.dateTaken, 'taken'),
  ...dateParts((context) => context.datePublished, 'published'),
  ...dateParts((context) => context.today, 'today'),
  ['this year', (context) => context.today.slice(0, 4)],
  ['file name', (context) => context.fileName.replace(/\.[^.]*$/, '') || undefined],
  [
    'running number',
    (context, digits) => context.runningNumber?.toString().padStart(paddedDigits(digits), '0'),
  ],
  ['camera', (context) => context.camera],
  ['assignment', (context) => context.assignment],
]);

/** The names on offer, beside the facts of an assignment. */
export const placeholderNames: readonly string[] = [
  'year taken',
  'date taken',
  'year published',
  'date published',
  'this year',
  'file name',
  'running number',
  'camera',
  'assignment',
];

function paddedDigits(argument: string | undefined): number {
  const digits = Number(argument ?? 1);
  return Number.isInteger(digits) ? Math.min(Math.max(digits, 1), 12) : 1;
}

export function compileText(text: string): CompiledText {
  if (text.length > limits.templateText) {
    return {
      parts: [],
      problems: [
        problem('limit-exceeded', 'template text', {
          expected: `at most ${limits.templateText} characters`,
          severity: 'error',
        }),
      ],
    };
  }
  const parts: Part[] = [];
  const problems: Problem[] = [];
  let at = 0;
  while (at < text.length) {
    const open = text.indexOf('{{', at);
    const close = open === -1 ? -1 : text.indexOf('}}', open);
    if (close === -1) {
      if (open !== -1)
        problems.push(problem('placeholder-syntax', 'template text', { offset: open, expected: '}}' }));
      break;
    }
    if (open > at) parts.push({ literal: text.slice(at, open) });
    parts.push(placeholder(text.slice(open + 2, close)));
    at = close + 2;
  }
  if (at < text.length) parts.push({ literal: text.slice(at) });
  return { parts, problems };
}

function placeholder(inside: string): Part {
  const colon = inside.indexOf(':');
  const name = (colon === -1 ? inside : inside.slice(0, colon)).replace(/\s+/g, ' ').trim();
  return colon === -1 ? { name } : { name, argument: inside.slice(colon + 1).trim() };
}

export function evaluate(compiled: CompiledText, context: PlaceholderContext): Evaluated {
  const missing: string[] = [];
  const text = compiled.parts
    .map((part) => {
      if ('literal' in part) return part.literal;
      const value = placeholderValue(part.name, part.argument, context);
      if (value === undefined) missing.push(part.name);
      return value ?? '';
    })
    .join('');
  return { text, missing };
}

function placeholderValue(
  name: string,
  argument: string | undefined,
  context: PlaceholderContext,
): string | undefined {
  const builtIn = builtIns.get(name.toLowerCase());
  if (builtIn) return builtIn(context, argument) || undefined;
  const fact = Object.entries(context.facts).find(([key]) => key.trim().toLowerCase() === name.toLowerCase());
  return fact?.[1] || undefined;
}

/** The placeholders' names that a text uses. */
export function placeholdersIn(text: string): string[] {
  return compileText(text).parts.flatMap((part) => ('name' in part ? [part.name] : []));
}
