'use client';

import { type FieldId, field } from '@/core/catalogue/fields';
import { Choice } from '@/ui/acts';

/** One of the values that the standard allows, by plain words. A code that is none of them stays and shows. */
export function ChoiceEditor({
  id,
  field: fieldId,
  value,
  onChange,
}: {
  id: string;
  field: FieldId;
  value: string;
  onChange: (value: string) => void;
}) {
  const { choices = {}, example } = field(fieldId);
  return (
    <Choice
      id={id}
      value={value}
      onChange={(event) => onChange(event.target.value)}
      color={value ? 'ink' : 'soft'}
      fontStyle={value ? 'normal' : 'italic'}
      borderColor="transparent"
      maxWidth="100%"
    >
      <option value="">e.g. {choices[example] ?? example}</option>
      {value !== '' && !(value in choices) && <option value={value}>{value}</option>}
      {Object.entries(choices).map(([code, words]) => (
        <option key={code} value={code}>
          {words}
        </option>
      ))}
    </Choice>
  );
}
