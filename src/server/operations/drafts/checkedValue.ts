import { checkValue } from '../../../core/catalogue/checkValue';
import type { FieldId } from '../../../core/catalogue/fields';
import type { FieldValue } from '../../../core/catalogue/value';
import { failure } from '../../problems/errors';
import { problemWords } from '../../problems/words';

/** A value as its field allows it, in canonical form; refused with the reason where it is none. */
export function checkedValue(id: FieldId, value: unknown): FieldValue | null {
  const checked = checkValue(id, value);
  if ('problem' in checked) throw failure('value-not-allowed', { why: problemWords(checked.problem) });
  return checked.value;
}
