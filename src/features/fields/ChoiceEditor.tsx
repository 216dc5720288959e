'use client';

import { type FieldId, field } from '@/core/catalogue/fields';
import { Select } from '@/ui/inputs';

const NOT_STATED = ' not stated';

/** One of the values that the standard allows, by plain words. A code that is none of them stays and shows. */
export function ChoiceEditor({
  id,
  field: fieldId,
  value,
  onChange,
  erases = false,
  onErase,
}: {
  id: string;
  field: FieldId;
  value: string;
  onChange: (value: string) => void;
  /** The value is taken away: for a status that is a choice like the others, “not stated”. */
  erases?: boolean;
  onErase?: (() => void) | undefined;
}) {
  const { choices = {}, example } = field(fieldId);
  return (
    <Select
      id={id}
      value={erases ? NOT_STATED : value}
      onChange={(event) => (event.target.value === NOT_STATED ? onErase?.() : onChange(event.target.value))}
      color={value || erases ? 'ink' : 'soft'}
      fontStyle={value || erases ? 'normal' : 'italic'}
      borderColor="transparent"
      maxWidth="100%"
    >
      <option value="">{onErase ? 'left as it is' : `e.g. ${choices[example] ?? example}`}</option>
      {onErase && <option value={NOT_STATED}>not stated</option>}
      {value !== '' && !(value in choices) && <option value={value}>{value}</option>}
      {Object.entries(choices).map(([code, words]) => (
        <option key={code} value={code}>
          {words}
        </option>
      ))}
    </Select>
  );
}
