import { fieldLabel } from '../../core/catalogue/fields';
import { openFillIns } from '../../core/templates/fillIns';
import type { Template } from '../../core/templates/template';
import { OperationError } from './operationError';

/** A starter that was not filled in is not embedded, and says where. */
export function refuseFillIns(templates: readonly Pick<Template, 'name' | 'entries'>[]): void {
  const open = openFillIns(templates).map(
    ({ name, fields }) => `“${name}” (${fields.map((id) => fieldLabel(id)).join(', ')})`,
  );
  if (open.length > 0)
    throw new OperationError(
      `Still to be filled in: ${open.join('; ')}. Fill in these lines of the template, or empty them.`,
      409,
    );
}
