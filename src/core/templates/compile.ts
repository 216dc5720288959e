import { checkValue } from '../catalogue/checkValue';
import { type FieldId, field, isList } from '../catalogue/fields';
import { asList, normalisedText, type Structure } from '../catalogue/value';
import type { Problem } from '../problems/problem';
import { placeholderKey } from './grammar';
import { type CompiledText, compileText, ownOfPicture } from './placeholders';
import type { Change, Step } from './resolution';
import { type CompiledStructure, compileStructure, textsIn } from './structureTexts';
import { checkEntry, type Entry, type Template } from './template';

export interface CompiledEntry {
  readonly entry: Entry;
  readonly template: Template;
  /** Its place among all entries in force. */
  readonly order: number;
  readonly sound: boolean;
  /** Why it is not. */
  readonly checks: readonly Problem[];
  readonly list: boolean;
  /** What it says for every picture, where that is always the same. */
  readonly constant?: Evaluated;
  readonly texts: readonly CompiledText[];
  readonly structures: readonly CompiledStructure[];
  /** Earlier texts of an entry that puts before or after, and its own. */
  readonly former: readonly CompiledText[];
}

/** What an entry says for a picture. */
export interface Evaluated {
  readonly texts: readonly string[];
  readonly structures: readonly Structure[];
  readonly missing: readonly string[];
}
export const nothingEvaluated: Evaluated = { texts: [], structures: [], missing: [] };

/** The entries of one field, in the order of the templates. */
export interface CompiledField {
  readonly id: FieldId;
  readonly entries: readonly CompiledEntry[];
  /** Fields that are made of this one: their value is not to be had for its texts. */
  readonly withheld: ReadonlySet<FieldId>;
  /** What one entry takes away another fills again: the value settles over several rounds. */
  readonly emptiesAndFills: boolean;
  /** What a single entry that always says the same does to an empty field: found once, for all pictures. */
  readonly onEmpty: { found?: { readonly step: Step; readonly change: Change | undefined } } | undefined;
}

/** Templates in force, their texts compiled once for any number of pictures. */
export interface CompiledTemplates {
  readonly templates: readonly Template[];
  /** Every field after those that its texts are made of. */
  readonly fields: readonly CompiledField[];
  /** Number of entries in force. */
  readonly entries: number;
  readonly problems: readonly Problem[];
}

/** Templates ready to be applied to many pictures: texts parsed and entries ordered once. */
export function compileTemplates(templates: readonly Template[]): CompiledTemplates {
  const entries = templates.flatMap((template) => template.entries.map((entry) => ({ template, entry })));
  const compiled = entries.map(({ template, entry }, order) => compileEntry(template, entry, order));
  const byField = new Map<FieldId, CompiledEntry[]>();
  for (const one of compiled) {
    const held = byField.get(one.entry.field);
    if (held) held.push(one);
    else byField.set(one.entry.field, [one]);
  }
  const problems = compiled.flatMap(({ checks, texts, structures }) => [
    ...checks,
    ...[...texts, ...structures.flatMap(textsIn)].flatMap((text) => text.problems),
  ]);
  return { templates, fields: inOrder(byField), entries: compiled.length, problems };
}

function compileEntry(template: Template, entry: Entry, order: number): CompiledEntry {
  const checks = checkEntry(entry);
  const texts = entry.texts.map(compileText);
  const joins = entry.rule === 'before' || entry.rule === 'after';
  const former =
    joins && field(entry.field).type === 'multiline'
      ? [...(template.formerTexts?.[entry.field] ?? []).map(compileText), ...texts.slice(0, 1)]
      : [];
  return {
    entry,
    template,
    order,
    sound: checks.length === 0,
    list: isList(entry.field),
    ...(constantOf(entry, texts) ?? {}),
    checks,
    texts,
    structures: (entry.structures ?? []).map(compileStructure),
    former,
  };
}

function constantOf(entry: Entry, texts: readonly CompiledText[]): { constant: Evaluated } | undefined {
  if (entry.rule === 'erase') return { constant: nothingEvaluated };
  if (entry.structures?.length || texts.some((text) => text.constant === undefined)) return undefined;
  const tidy = texts.map((text) => normalisedText(text.constant!)).filter((text) => text.trim() !== '');
  const checked = entry.rule === 'remove' ? { texts: tidy } : checkedTexts(entry.field, tidy);
  return 'texts' in checked ? { constant: { ...nothingEvaluated, texts: checked.texts } } : undefined;
}

/** The texts in their canonical form, or why one of them is no value of the field. */
export function checkedTexts(
  id: FieldId,
  texts: readonly string[],
): { readonly texts: readonly string[] } | { readonly problem: Problem } {
  const list = isList(id);
  const made: string[] = [];
  for (const text of texts) {
    const checked = checkValue(id, list ? [text] : text);
    if ('problem' in checked) return checked;
    made.push(...asList(checked.value));
  }
  return { texts: made };
}

/** Fields that the texts of a field ask for. */
function askedFor(entries: readonly CompiledEntry[]): Set<FieldId> {
  return new Set(
    entries.flatMap(({ texts, structures }) =>
      [...texts, ...structures.flatMap(textsIn)].flatMap((text) => text.fields),
    ),
  );
}

/** Fields of the picture that the texts in force are made of. */
export function fieldsAskedFor({ fields }: CompiledTemplates): FieldId[] {
  return [...new Set(fields.flatMap(({ entries }) => [...askedFor(entries)]))];
}

/** Templates with only what the result of one field is made of: its entries, and those of fields that they ask for. */
export function templatesFor(id: FieldId, templates: readonly Template[]): Template[] {
  const needed = new Set<FieldId>([id]);
  const entries = templates.flatMap((one) => one.entries);
  for (let before = 0; before < needed.size; ) {
    before = needed.size;
    const asking = entries.filter((one) => needed.has(one.field));
    for (const asked of fieldsAskedFor(compileTemplates([{ ...NAMELESS, entries: asking }])))
      needed.add(asked);
  }
  return templates.map((one) => ({
    ...one,
    entries: one.entries.filter((entry) => needed.has(entry.field)),
  }));
}

const NAMELESS = { id: 'this', name: '', kind: 'standing', version: 0 } as const;

/** Whether a text in force asks for a placeholder of this key. */
export function asksFor({ fields }: CompiledTemplates, key: string): boolean {
  return fields.some(({ entries }) =>
    entries.some(({ texts, structures }) =>
      [...texts, ...structures.flatMap(textsIn)].some((text) => namesPlaceholder(text.parts, key)),
    ),
  );
}

/** Whether pictures with the same fields may get different messages: by their names, places or cameras. */
export const asksForPictures = (compiled: CompiledTemplates): boolean =>
  ownOfPicture.some((key) => asksFor(compiled, key));

function namesPlaceholder(parts: CompiledText['parts'], key: string): boolean {
  return parts.some(
    (part) =>
      typeof part !== 'string' &&
      ('phrase' in part ? namesPlaceholder(part.phrase, key) : placeholderKey(part.name) === key),
  );
}

function inOrder(byField: ReadonlyMap<FieldId, readonly CompiledEntry[]>): CompiledField[] {
  const asked = new Map([...byField].map(([id, entries]) => [id, askedFor(entries)]));
  const sorted: FieldId[] = [];
  const visited = new Set<FieldId>();
  const visit = (id: FieldId) => {
    if (visited.has(id) || !asked.has(id)) return;
    visited.add(id);
    for (const other of asked.get(id)!) visit(other);
    sorted.push(id);
  };
  for (const id of byField.keys()) visit(id);
  return sorted.map((id) => ({
    id,
    entries: byField.get(id)!,
    emptiesAndFills: emptiesAndFills(byField.get(id)!),
    onEmpty: byField.get(id)!.length === 1 && byField.get(id)![0]!.constant ? {} : undefined,
    withheld: new Set([...asked.get(id)!].filter((other) => reaches(asked, other, id))),
  }));
}

function emptiesAndFills(entries: readonly CompiledEntry[]): boolean {
  const has = (rule: Entry['rule']) => entries.some(({ entry }) => entry.rule === rule);
  return has('remove') && has('fill');
}

/** Whether a field is made of another, directly or by way of others. */
function reaches(asked: ReadonlyMap<FieldId, ReadonlySet<FieldId>>, from: FieldId, to: FieldId): boolean {
  const seen = new Set<FieldId>();
  const open: FieldId[] = [from];
  for (let id = open.pop(); id; id = open.pop()) {
    if (id === to) return true;
    if (seen.has(id)) continue;
    seen.add(id);
    open.push(...(asked.get(id) ?? []));
  }
  return false;
}
