import type { FieldId } from '../catalogue/fields';
import { field } from '../catalogue/fields';
import type { Problem } from '../problems/problem';
import { type CompiledText, compileText } from './placeholders';
import { type CompiledStructure, compileStructure, textsIn } from './structureTexts';
import { checkEntry, type Entry, type Template } from './template';

export interface CompiledEntry {
  readonly entry: Entry;
  readonly template: Template;
  /** Its place among all entries in force. */
  readonly order: number;
  readonly sound: boolean;
  readonly texts: readonly CompiledText[];
  readonly structures: readonly CompiledStructure[];
  /** Earlier texts of an entry that puts before or after, and its own. */
  readonly former: readonly CompiledText[];
}

/** The entries of one field, in the order of the templates. */
export interface CompiledField {
  readonly id: FieldId;
  readonly entries: readonly CompiledEntry[];
  /** Fields that are made of this one: their value is not to be had for its texts. */
  readonly withheld: ReadonlySet<FieldId>;
}

/** Templates in force, their texts compiled once for any number of pictures. */
export interface CompiledTemplates {
  readonly templates: readonly Template[];
  /** Every field after those that its texts are made of. */
  readonly fields: readonly CompiledField[];
  readonly problems: readonly Problem[];
}

export function compileTemplates(templates: readonly Template[]): CompiledTemplates {
  const entries = templates.flatMap((template) => template.entries.map((entry) => ({ template, entry })));
  const compiled = entries.map(({ template, entry }, order) => compileEntry(template, entry, order));
  const byField = new Map<FieldId, CompiledEntry[]>();
  for (const one of compiled) {
    const held = byField.get(one.entry.field);
    if (held) held.push(one);
    else byField.set(one.entry.field, [one]);
  }
  const problems = compiled.flatMap(({ entry, texts, structures }) => [
    ...checkEntry(entry),
    ...[...texts, ...structures.flatMap(textsIn)].flatMap((text) => text.problems),
  ]);
  return { templates, fields: inOrder(byField), problems };
}

function compileEntry(template: Template, entry: Entry, order: number): CompiledEntry {
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
    sound: checkEntry(entry).length === 0,
    texts,
    structures: (entry.structures ?? []).map(compileStructure),
    former,
  };
}

/** Fields that the texts of a field ask for. */
function askedFor(entries: readonly CompiledEntry[]): Set<FieldId> {
  return new Set(
    entries.flatMap(({ texts, structures }) =>
      [...texts, ...structures.flatMap(textsIn)].flatMap((text) => text.fields),
    ),
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
    withheld: new Set([...asked.get(id)!].filter((other) => reaches(asked, other, id))),
  }));
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
