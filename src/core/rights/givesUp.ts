import type { FieldId } from '../catalogue/fields';
import { asText, type FieldValue } from '../catalogue/value';
import { deedOf } from './creativeCommons';

/** Characters of a text in which a deed is looked for. */
const LOOKED_AT = 4000;
const naming: readonly FieldId[] = ['ccLicense', 'webStatement', 'usageTerms'];

/**
 * Returns whether a value gives the rights in a picture up: public domain as its status, CC0 or the Public Domain Mark as
 * its licence. What was once published so cannot be called back; it is written only after a question.
 */
export function givesUpRights(id: FieldId, value: FieldValue | null): boolean {
  if (value === null) return false;
  if (id === 'rightsStatus') return asText(value) === 'public-domain';
  return (
    naming.includes(id) && deedOf(asText(value).slice(0, LOOKED_AT))?.startsWith('publicdomain/') === true
  );
}
