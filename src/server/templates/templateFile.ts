import Ajv from 'ajv';
import schema from '../../../schema/template.schema.json';
import { memorySource } from '../../core/bytes/source';
import { type FieldId, field, fieldNamed, isList } from '../../core/catalogue/fields';
import { type StructureId, structures } from '../../core/catalogue/structures';
import { asList, type FieldValue, type Structure } from '../../core/catalogue/value';
import { openContainer } from '../../core/containers/registry';
import { decodeBlocks } from '../../core/mapping/models';
import { readFields, valuesOfRecord } from '../../core/mapping/read';
import { FormatError } from '../../core/problems/problem';
import { compileTemplates } from '../../core/templates/resolve';
import { checkEntry, type Entry, type Template, usualRule } from '../../core/templates/template';

/** A template file that cannot be used, told in words: they name the place in the file. */
export class TemplateFileError extends Error {}

const validate = new Ajv({ allErrors: false, useDefaults: true }).compile<TemplateFile>(schema);

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

/** Fabrica's own JSON (schema/template.schema.json) or an XMP file, told apart by content. */
export async function readTemplateFile(bytes: Uint8Array, name: string): Promise<Template> {
  const text = Buffer.from(bytes)
    .toString('utf8')
    .replace(/^\ufeff/, '')
    .trimStart();
  return text.startsWith('{') ? fromJson(text) : fromXmp(bytes, name);
}

function fromJson(text: string): Template {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw new TemplateFileError('it is not sound JSON');
  }
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
    const [problem] = checkEntry(entry);
    if (problem)
      throw new TemplateFileError(`/entries/${index}/rule: “${one.rule}” does not fit ${one.field}`);
    checkMembers(field(id).structure, one.structures ?? [], `/entries/${index}/structures`);
    return entry;
  });
  const template: Template = { id: 'file', name: value.name, kind: value.kind, version: 1, entries };
  const [problem] = compileTemplates([template]).problems;
  if (problem) throw new TemplateFileError(`a text cannot be used: ${problem.code}`);
  return template;
}

function checkMembers(id: StructureId | undefined, items: readonly Structure[], place: string): void {
  if (items.length > 0 && !id) throw new TemplateFileError(`${place}: this field takes texts`);
  for (const item of items) {
    for (const [key, member] of Object.entries(item)) {
      const row = id && structures[id][key];
      if (!row)
        throw new TemplateFileError(
          `${place}: there is no member “${key}”; known are ${Object.keys(structures[id!]).join(', ')}`,
        );
      if (row.structure) checkMembers(row.structure, [member].flat() as Structure[], `${place}/${key}`);
    }
  }
}

/** Every known value of an XMP packet becomes an entry; keywords are added, the others overwrite. */
async function fromXmp(bytes: Uint8Array, name: string): Promise<Template> {
  const container = await openContainer(memorySource(bytes), 'template.xmp');
  const models = decodeBlocks(container.blocks);
  if (!models.xmp) {
    const [problem] = models.problems;
    throw problem
      ? new FormatError(problem.code, problem.part, problem)
      : new TemplateFileError('it holds no XMP');
  }
  const values = valuesOfRecord(readFields(models));
  const entries = (Object.entries(values) as [FieldId, FieldValue][]).map(([id, value]): Entry => {
    const rule = isList(id) ? usualRule(id) : 'overwrite';
    if (field(id).structure)
      return { field: id, rule: 'overwrite', texts: [], structures: value as readonly Structure[] };
    return { field: id, rule, texts: asList(value) };
  });
  if (entries.length === 0) throw new TemplateFileError('it holds no value of a known field');
  return { id: 'file', name, kind: 'standing', version: 1, entries };
}
