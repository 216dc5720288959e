import { fieldLabel } from '../../../core/catalogue/fields';
import { brokenLines, openFillIns } from '../../../core/templates/fillIns';
import type { Template } from '../../../core/templates/template';
import { OperationError } from '../../problems/operationError';
import { problemWords } from '../../problems/words';

/** A template that no picture could take is refused before a run, and says where: open fill-ins, wrong placeholders. */
export function refuseUnusable(templates: readonly Pick<Template, 'name' | 'entries'>[]): void {
  const open = openFillIns(templates).map(
    ({ name, fields }) => `“${name}” (${fields.map((id) => fieldLabel(id)).join(', ')})`,
  );
  if (open.length > 0)
    throw new OperationError(
      `Still to be filled in: ${open.join('; ')}. Fill in these lines of the template, or empty them.`,
      409,
    );
  const [broken] = brokenLines(templates);
  if (broken)
    throw new OperationError(
      `“${broken.name}”, ${fieldLabel(broken.field)}: ${problemWords(broken.problem)}`,
      409,
    );
}
