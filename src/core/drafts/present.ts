import type { FieldId } from '../catalogue/fields';
import { type FieldValue, isEmpty } from '../catalogue/value';

export type FileFields = {
  readonly [K in FieldId]?: { readonly value: FieldValue; readonly agrees: boolean };
};
export type DraftFields = { readonly [K in FieldId]?: { readonly value: FieldValue | null } };

/** The file's values with the drafts over them. */
export function presentValues(file: FileFields, drafts: DraftFields): { [K in FieldId]?: FieldValue } {
  const values: { [K in FieldId]?: FieldValue } = {};
  for (const [field, reading] of Object.entries(file)) values[field as FieldId] = reading.value;
  for (const [field, draft] of Object.entries(drafts)) {
    if (isEmpty(draft.value)) delete values[field as FieldId];
    else values[field as FieldId] = draft.value!;
  }
  return values;
}

/** Only the drafts' values, null for what will be erased. */
export function draftValues(drafts: DraftFields): { [K in FieldId]?: FieldValue | null } {
  return Object.fromEntries(Object.entries(drafts).map(([field, draft]) => [field, draft.value]));
}
