import { checkValue } from '../../../core/catalogue/checkValue';
import type { FieldId } from '../../../core/catalogue/fields';
import type { FieldValue } from '../../../core/catalogue/value';
import { OperationError } from '../../problems/operationError';
import { problemWords } from '../../problems/words';

/** A value as its field allows it, in canonical form; refused with the reason where it is none. */
export function checkedValue(id: FieldId, value: unknown): FieldValue | null {
  const checked = checkValue(id, value);
  if ('problem' in checked) throw new OperationError(problemWords(checked.problem), 422);
  return checked.value;
}
