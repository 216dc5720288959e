'use client';

import { useEffect, useRef, useState } from 'react';
import { checkValue } from '@/core/catalogue/checkValue';
import { type FieldId, field, fieldLabel } from '@/core/catalogue/fields';
import { asText, type FieldValue, sameValue, structuresOf } from '@/core/catalogue/value';
import { TextArea, TextInput } from '@/ui/inputs';
import { Notice } from '@/ui/Notice';
import { AddressRepair } from './AddressRepair';
import { ByteGauge } from './ByteGauge';
import { ChoiceEditor } from './ChoiceEditor';
import { ChoicesEditor } from './ChoicesEditor';
import { DateEditor } from './DateEditor';
import { typedOf, valueFrom } from './fieldText';
import { LanguageChoice } from './LanguageChoice';
import { RatingEditor } from './RatingEditor';
import { StructuresEditor } from './StructuresEditor';

interface Props {
  /** Of the element that one types into. */
  readonly id: string;
  readonly field: FieldId;
  readonly value: FieldValue | null;
  /** In place of an empty value. */
  readonly placeholder?: string | undefined;
  readonly describedBy?: string | undefined;
  /** A value that the field allows, at every key. */
  readonly onChange: (value: FieldValue | null) => void;
  /** The editor is left: what was typed is to be saved now. */
  readonly onLeave?: (() => void) | undefined;
}

/** The editor of a value by the row of its field; on pictures, so that texts are plain. */
export function ValueEditor(props: Props) {
  const { id, field: fieldId, value, onChange, placeholder, describedBy, onLeave = nothing } = props;
  const row = field(fieldId);
  const label = fieldLabel(fieldId);
  const { typed, type, problem } = useTyped(fieldId, value, onChange);
  const hint = placeholder ?? `e.g. ${row.example}`;
  if (row.type === 'structures')
    return (
      <StructuresEditor
        id={id}
        label={label}
        structure={row.structure!}
        items={structuresOf(value)}
        onChange={(items) => onChange(items.length > 0 ? items : null)}
      />
    );
  if (row.type === 'rating')
    return <RatingEditor label={label} value={typed} onChange={(next) => onChange(next || null)} />;
  if (row.choices && row.type === 'list')
    return <ChoicesEditor label={label} choices={row.choices} typed={typed} onChange={type} />;
  if (row.choices) return <ChoiceEditor id={id} field={fieldId} value={typed} onChange={type} />;
  return (
    <>
      {row.type === 'date' ? (
        <DateEditor
          id={id}
          label={label}
          value={typed}
          placeholder={hint}
          describedBy={describedBy}
          onChange={type}
          onLeave={onLeave}
        />
      ) : row.textForm === 'language' && row.type === 'text' ? (
        <LanguageChoice id={id} label={label} value={typed} onChange={type} />
      ) : row.type === 'multiline' ? (
        <TextArea
          id={id}
          aria-label={label}
          aria-describedby={describedBy}
          value={typed}
          placeholder={hint}
          rows={Math.min(6, Math.max(2, typed.split('\n').length))}
          onChange={(event) => type(event.target.value)}
          onBlur={onLeave}
        />
      ) : (
        <TextInput
          id={id}
          aria-label={label}
          aria-describedby={describedBy}
          value={typed}
          placeholder={hint}
          onChange={(event) => type(event.target.value)}
          onBlur={onLeave}
        />
      )}
      <ByteGauge id={fieldId} text={asText(value)} />
      <AddressRepair field={fieldId} typed={typed} onType={type} />
      <Notice kind="error">{problem}</Notice>
    </>
  );
}

const nothing = () => undefined;

/** What is typed stays as it is typed; what changes outside comes in. Only what the field allows goes out. */
function useTyped(id: FieldId, value: FieldValue | null, onChange: Props['onChange']) {
  const [typed, setTyped] = useState(() => typedOf(id, value));
  const [problem, setProblem] = useState<string>();
  const reported = useRef(value);
  useEffect(() => {
    if (sameValue(value, reported.current)) return;
    reported.current = value;
    setTyped(typedOf(id, value));
    setProblem(undefined);
  }, [id, value]);
  const type = (text: string) => {
    setTyped(text);
    const made = valueFrom(id, text);
    const checked = checkValue(id, made);
    if ('problem' in checked) {
      setProblem(`Not saved yet. Expected: ${checked.problem.expected ?? 'another value'}.`);
      return;
    }
    setProblem(undefined);
    reported.current = made;
    onChange(made);
  };
  return { typed, type, problem };
}
