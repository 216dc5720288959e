import { limits } from '../bytes/limits';
import { type Problem, problem } from '../problems/problem';

/*
 * Texts of templates.
 *
 *   text        = { literal | placeholder | phrase }
 *   phrase      = "{[" { literal | placeholder } "]}"
 *   placeholder = "{{" name [ ":" form ] [ "?" fallback ] "}}"
 *
 * A name is a computed value, one of one's identities, a fact of the assignment or a field; blanks are
 * folded and case is ignored. A form says how the value is written: of a date its pattern, of a running
 * number its digits, of an identity which of its parts. The fallback is used where there is no value. A
 * phrase disappears as a whole when a placeholder in it has neither value nor fallback.
 *
 * What does not fit this grammar is literal text, and reported.
 */
export interface Placeholder {
  readonly name: string;
  /** The name as it is looked up. */
  readonly key: string;
  readonly form?: string;
  readonly fallback?: string;
}
export type Part =
  | { readonly literal: string }
  | { readonly placeholder: Placeholder }
  | { readonly phrase: readonly Part[] };

export interface ParsedText {
  readonly parts: readonly Part[];
  readonly problems: readonly Problem[];
}

/** What opens a placeholder or a phrase, with what closes it. */
const SIGNS = [
  ['{{', '}}'],
  ['{[', ']}'],
] as const;
const TOKEN = /\{\{|\{\[|\]\}/g;

/** The closing sign of what opens at an index of a text; undefined where nothing does. */
export function closingSign(text: string, at: number): string | undefined {
  return SIGNS.find(([opening]) => text.startsWith(opening, at))?.[1];
}

/** The parts of a template's text, and what does not fit the grammar. Linear in its length. */
export function parseText(text: string): ParsedText {
  if (text.length > limits.templateText) return { parts: [], problems: [tooLong] };
  const problems: Problem[] = [];
  const parts: Part[] = [];
  let phrase: { parts: Part[]; from: number } | undefined;
  let at = 0;
  const into = () => phrase?.parts ?? parts;
  const literal = (end: number) => {
    if (end > at) into().push({ literal: text.slice(at, end) });
    at = end;
  };
  const broken = (offset: number, expected: string) =>
    problems.push(problem('placeholder-syntax', 'template text', { offset, expected }));
  TOKEN.lastIndex = 0;
  for (let found = TOKEN.exec(text); found; found = TOKEN.exec(text)) {
    const [sign] = found;
    if (sign === '{{') {
      const close = text.indexOf('}}', found.index + 2);
      if (close === -1) {
        broken(found.index, '}}');
        break;
      }
      literal(found.index);
      into().push({ placeholder: parsePlaceholder(text.slice(found.index + 2, close)) });
      at = TOKEN.lastIndex = close + 2;
    } else if (sign === '{[' && !phrase) {
      literal(found.index);
      phrase = { parts: [], from: found.index };
      at = found.index + 2;
    } else if (sign === ']}' && phrase) {
      literal(found.index);
      parts.push({ phrase: phrase.parts });
      phrase = undefined;
      at = found.index + 2;
    }
  }
  literal(text.length);
  if (phrase) {
    broken(phrase.from, ']}');
    parts.push({ literal: '{[' }, ...phrase.parts);
  }
  return { parts, problems };
}

const tooLong = problem('limit-exceeded', 'template text', {
  expected: `at most ${limits.templateText} characters`,
  severity: 'error',
});

/** What is between the braces. */
export function parsePlaceholder(inside: string): Placeholder {
  const [before, fallback] = cut(inside, '?');
  const [named, form] = cut(before, ':');
  const name = named.replace(/\s+/g, ' ').trim();
  return {
    name,
    key: placeholderKey(name),
    ...(form === undefined ? {} : { form: form.trim() }),
    ...(fallback === undefined ? {} : { fallback: fallback.trim() }),
  };
}

/** The text with each placeholder replaced; `inside` is what is between its braces. One pass. */
export function replacePlaceholders(
  text: string,
  replace: (inside: string, whole: string) => string,
): string {
  const parts: string[] = [];
  let at = 0;
  for (;;) {
    const open = text.indexOf('{{', at);
    const close = open === -1 ? -1 : text.indexOf('}}', open + 2);
    if (close === -1) return parts.join('') + text.slice(at);
    parts.push(text.slice(at, open), replace(text.slice(open + 2, close), text.slice(open, close + 2)));
    at = close + 2;
  }
}

/** A name as it is looked up: blanks folded, case ignored. */
export function placeholderKey(name: string): string {
  return name.replace(/\s+/g, ' ').trim().toLowerCase();
}

function cut(text: string, at: string): [string, string?] {
  const place = text.indexOf(at);
  return place === -1 ? [text] : [text.slice(0, place), text.slice(place + 1)];
}

/** The plain form, as it is typed and kept. */
export function placeholderText({ name, form, fallback }: Omit<Placeholder, 'key'>): string {
  return `{{ ${name}${form ? ` : ${form}` : ''}${fallback === undefined ? '' : ` ? ${fallback}`} }}`;
}

/** Every placeholder of a text, those inside phrases too. */
export function placeholdersOf(parts: readonly Part[]): Placeholder[] {
  return parts.flatMap((part) =>
    'placeholder' in part ? [part.placeholder] : 'phrase' in part ? placeholdersOf(part.phrase) : [],
  );
}
