import { type FieldId, field, isList } from '../catalogue/fields';
import type { Structure } from '../catalogue/value';
import { type Problem, problem } from '../problems/problem';

/** Rules for texts, and for lists. Erase and fill apply to both. */
export const textRules = ['overwrite', 'fill', 'before', 'after', 'erase'] as const;
export const listRules = ['add', 'overwrite', 'fill', 'remove', 'erase'] as const;
export const structureRules = ['overwrite', 'fill', 'add', 'erase'] as const;
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
  /** Texts that earlier versions put before or after a field: where one stands, the present one takes its place. */
  readonly formerTexts?: { readonly [K in FieldId]?: readonly string[] };
}

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

export function checkEntry(entry: Entry): Problem[] {
  const allowed = rulesFor(entry.field).includes(entry.rule);
  return allowed
    ? []
    : [problem('rule-not-for-field', entry.field, { found: entry.rule, severity: 'error' })];
}
