import { compilePattern, namedShot } from '@/core/naming/pattern';
import { placeholderText } from '@/core/templates/grammar';
import { compileText, evaluate, type PlaceholderContext } from '@/core/templates/placeholders';
import type { Values } from '@/core/templates/resolution';
import type { OfferedPlaceholder } from '../templates/tokens/PlaceholderMenu';
import type { ReadyPattern } from './PatternField';

const NUMBER = '{{ running number : 4 }}';
const NAMES = [
  `{{ date taken : yMMdd }}-${NUMBER}`,
  `{{ assignment }} ${NUMBER}`,
  '{{ date taken : yMMdd }}-{{ file name }}',
];
const FOLDERS = [
  '{{ date taken : y-MM-dd }}',
  '{{ year taken }}/{{ date taken : MM-dd }}',
  '{{ year taken }}/{{ assignment }}',
  '{{ camera }}',
];
/** Computed parts that names are made of, by the form that they are usually wanted in. */
const PARTS: readonly (readonly [name: string, text: string])[] = [
  ['date taken', '{{ date taken : yMMdd }}'],
  ['time taken', '{{ time taken : HHmmss }}'],
  ['running number', NUMBER],
  ['file name', '{{ file name }}'],
  ['assignment', '{{ assignment }}'],
  ['year taken', '{{ year taken }}'],
  ['camera', '{{ camera }}'],
];

/** What a picture is called by a pattern. */
export interface Sample {
  readonly context: PlaceholderContext;
  readonly values: Values;
}

/** Ready ways of naming, with what each gives; those that give the sample no value are left out. */
export function readyPatterns(what: 'name' | 'folder', { context, values }: Sample): ReadyPattern[] {
  return (what === 'name' ? NAMES : FOLDERS).flatMap((text) => {
    const pattern = compilePattern({ name: '', folder: '', [what]: text });
    const named = namedShot(pattern, { main: context.fileName }, context, (id) => values[id]);
    if (named.missing.length > 0) return [];
    return [{ text, example: what === 'name' ? named.shot.main : `${named.folder}/` }];
  });
}

/** Parts on offer: computed ones, and the facts of the assignment. */
export function patternParts({ context, values }: Sample): OfferedPlaceholder[] {
  const facts = Object.keys(context.facts).map((name) => [name, placeholderText({ name })] as const);
  return [...PARTS, ...facts].map(([name, text]) => {
    const { text: example, missing } = evaluate(compileText(text), context, (id) => values[id]);
    return { name, text, example: missing.length > 0 ? 'no value here' : example.slice(0, 30) };
  });
}
