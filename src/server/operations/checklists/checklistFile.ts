import Ajv from 'ajv';
import schema from '../../../../schema/checklist.schema.json';
import type { Context } from '../../context';
import { failure } from '../../problems/errors';
import type { ChecklistText } from './checklists';
import { createChecklist, listChecklists } from './checklists';

const validate = new Ajv().compile<ChecklistText>(schema);

/** Takes a checklist in that was written as a file (schema/checklist.schema.json); a name that is there gets a number. */
export async function takeInChecklist(
  context: Context,
  file: unknown,
): Promise<{ id: string; name: string }> {
  if (!validate(file)) {
    const [first] = validate.errors ?? [];
    const where = first?.instancePath.replaceAll('/', ' ').trim();
    throw failure('value-not-allowed', {
      why: `This is no checklist: ${where ? `${where} ` : ''}${first?.message ?? 'it does not fit the schema'}.`,
    });
  }
  const taken = new Set((await listChecklists(context)).map((one) => one.name));
  let name = file.name.trim();
  for (let n = 2; taken.has(name); n++) name = `${file.name.trim()} (${n})`;
  const { id } = await createChecklist(context, { name, rules: file.rules });
  return { id, name };
}
