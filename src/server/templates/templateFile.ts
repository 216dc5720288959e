import Ajv from 'ajv';
import schema from '../../../schema/template.schema.json';
import { memorySource } from '../../core/bytes/source';
import { field, fieldNamed } from '../../core/catalogue/fields';
import type { Structure } from '../../core/catalogue/value';
import { openContainer } from '../../core/containers/registry';
import { decodeBlocks } from '../../core/mapping/models';
import { readFields, valuesOfRecord } from '../../core/mapping/read';
import { FormatError } from '../../core/problems/problem';
import { entriesFromValues } from '../../core/templates/fromValues';
import type { Values } from '../../core/templates/resolution';
import { compileTemplates } from '../../core/templates/resolve';
import { checkEntry, type Entry, type Template } from '../../core/templates/template';
import { problemWords } from '../problems/words';
import { misfit } from './structures';

/** A template file that cannot be used, told in words: they name the place in the file. */
export class TemplateFileError extends Error {}

const validate = new Ajv({ allErrors: false, useDefaults: true }).compile<TemplateFile>(schema);

/** The version of the JSON form that is written. */
export const TEMPLATE_FILE_VERSION = 2;

/**
 * Brings a file of an earlier version to the present one, a step a version. 1 → 2: "{[" was literal text,
 * and now opens a phrase.
 */
function migrated(value: unknown): unknown {
  const file = value as { version?: unknown; entries?: unknown };
  if (file?.version !== 1) return value;
  const text = JSON.stringify(file.entries ?? []).replaceAll('{[', '{ [');
  return { ...file, version: 2, entries: JSON.parse(text) };
}

interface TemplateFile {
  readonly name: string;
  readonly kind: Template['kind'];
  readonly entries: readonly {
    field: string;
    rule: Entry['rule'];
    texts?: readonly string[];
    structures?: readonly Structure[];
  }[];
}

/** A template file: a whole template (JSON), or the values of an XMP file, from which a person chooses. */
export type ReadTemplateFile =
  | { readonly template: Template }
  | { readonly name: string; readonly values: Values };

/** Fabrica's own JSON (schema/template.schema.json) or an XMP file, told apart by content. */
export async function readTemplateFile(bytes: Uint8Array, name: string): Promise<ReadTemplateFile> {
  const text = Buffer.from(bytes)
    .toString('utf8')
    .replace(/^\ufeff/, '')
    .trimStart();
  return text.startsWith('{') ? { template: fromJson(text) } : { name, values: await fromXmp(bytes) };
}

/** The template that a file is without anybody to choose: every value of an XMP file. */
export async function wholeTemplateOf(bytes: Uint8Array, name: string): Promise<Template> {
  const read = await readTemplateFile(bytes, name);
  if ('template' in read) return read.template;
  const entries = entriesFromValues(read.values).map((one) => one.entry);
  return { id: 'file', name, kind: 'standing', version: 1, entries };
}

function fromJson(text: string): Template {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw new TemplateFileError('it is not well-formed JSON');
  }
  value = migrated(value);
  if (!validate(value)) {
    const [first] = validate.errors ?? [];
    throw new TemplateFileError(
      `${first?.instancePath || 'the file'} ${first?.message ?? 'does not fit the schema'}`,
    );
  }
  const entries = value.entries.map((one, index): Entry => {
    const id = fieldNamed(one.field);
    if (!id) throw new TemplateFileError(`/entries/${index}/field: there is no field “${one.field}”`);
    const entry: Entry = {
      field: id,
      rule: one.rule,
      texts: one.texts ?? [],
      ...(one.structures ? { structures: one.structures } : {}),
    };
    const wrong = misfit(field(id).structure, one.structures ?? [], `/entries/${index}/structures`);
    if (wrong) throw new TemplateFileError(wrong);
    const [problem] = checkEntry(entry);
    if (problem?.code === 'rule-not-for-field')
      throw new TemplateFileError(`/entries/${index}/rule: “${one.rule}” does not fit ${one.field}`);
    if (problem) throw new TemplateFileError(`/entries/${index}: ${problemWords(problem)}`);
    return entry;
  });
  const template: Template = { id: 'file', name: value.name, kind: value.kind, version: 1, entries };
  const [problem] = compileTemplates([template]).problems;
  if (problem) throw new TemplateFileError(`a text cannot be used: ${problem.code}`);
  return template;
}

/** Every known value of an XMP packet. */
async function fromXmp(bytes: Uint8Array): Promise<Values> {
  const container = await openContainer(memorySource(bytes), 'template.xmp');
  const models = decodeBlocks(container.blocks);
  if (!models.xmp) {
    const [problem] = models.problems;
    throw problem
      ? new FormatError(problem.code, problem.part, problem)
      : new TemplateFileError('it holds no XMP');
  }
  const values = valuesOfRecord(readFields(models));
  if (entriesFromValues(values).length === 0)
    throw new TemplateFileError('it holds no value of a known field');
  return values;
}
