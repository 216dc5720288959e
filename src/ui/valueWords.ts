import { choiceWords, type FieldId, field } from '@/core/catalogue/fields';
import { asText, type FieldValue } from '@/core/catalogue/value';

/** A value as a person reads it: choices by their words, lists joined with comma and space. */
export function valueWords(id: FieldId, value: FieldValue | null | undefined): string {
  return choiceWords(field(id).choices, asText(value));
}
