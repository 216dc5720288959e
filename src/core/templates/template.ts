import { checkStructure, checkText } from '../catalogue/checkValue';
import { type FieldId, field, isList } from '../catalogue/fields';
import type { Structure } from '../catalogue/value';
import { type Problem, problem } from '../problems/problem';
import { parseText } from './grammar';

/** Rules for texts, and for lists. Erase and fill apply to both. */
export const textRules = ['overwrite', 'fill', 'before', 'after', 'erase'] as const;
export const listRules = ['add', 'overwrite', 'fill', 'remove', 'erase'] as const;
const structureRules = ['overwrite', 'fill', 'add', 'erase'] as const;
export type Rule = (typeof textRules)[number] | (typeof listRules)[number];

export const ruleWords: Readonly<Record<Rule, string>> = {
  overwrite: 'overwrite',
  fill: 'fill if empty',
  before: 'put before',
  after: 'put after',
  erase: 'erase',
  add: 'add',
  remove: 'remove',
};

/** One line of a template: a field, its texts with placeholders, and a rule. A list has a text an item. */
export interface Entry {
  readonly field: FieldId;
  readonly rule: Rule;
  readonly texts: readonly string[];
  /** For fields of structures, in place of texts; their texts may hold placeholders too. */
  readonly structures?: readonly Structure[];
}

export type TemplateKind = 'standing' | 'job';

export interface Template {
  readonly id: string;
  readonly name: string;
  readonly kind: TemplateKind;
  readonly version: number;
  readonly entries: readonly Entry[];
  /** Texts that earlier versions put before or after a field: where one is found, the present one takes its place. */
  readonly formerTexts?: { readonly [K in FieldId]?: readonly string[] };
  /** Names that earlier versions wrote as creator, credit or owner (rights/makers). */
  readonly formerNames?: readonly string[];
}

/** The rules that an entry of a field can have. */
export function rulesFor(id: FieldId): readonly Rule[] {
  if (isList(id)) return listRules;
  const { type } = field(id);
  if (type === 'structures') return structureRules;
  return type === 'text' || type === 'multiline' ? textRules : ['overwrite', 'fill', 'erase'];
}

/** What a new entry does unless told otherwise: a caption's closing line is put after, keywords are added. */
export function usualRule(id: FieldId): Rule {
  return id === 'description' ? 'after' : id === 'keywords' ? 'add' : 'overwrite';
}

/** Whether the rule fits the field, and what is written out is a value that the field allows. */
export function checkEntry(entry: Entry): Problem[] {
  const { field: id, rule, texts, structures = [] } = entry;
  if (!rulesFor(id).includes(rule))
    return [problem('rule-not-for-field', id, { found: rule, severity: 'error' })];
  if (field(id).shownOnly)
    return [problem('value-not-allowed', id, { severity: 'error', expected: 'nothing: it is only shown' })];
  if (rule === 'erase' || rule === 'remove') return [];
  const ofTexts = texts.map((text) => (isLiteral(text) ? checkText(id, text) : undefined));
  const ofStructures = structures.map((one) => checkStructure(id, one, (text) => !isLiteral(text)));
  return [...ofTexts, ...ofStructures].filter((one) => one !== undefined);
}

/** Whether a text is the same for every picture. */
export function isLiteral(text: string): boolean {
  return parseText(text).parts.every((part) => 'literal' in part);
}
