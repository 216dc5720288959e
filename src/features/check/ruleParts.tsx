'use client';

import { chakra, Flex } from '@chakra-ui/react';
import { type ReactNode, useId } from 'react';
import { type FieldId, fieldIds, fieldLabel } from '@/core/catalogue/fields';
import type { Rule } from '@/core/checks/checklist';
import { LinkButton } from '@/ui/buttons';
import { Select, TextInput } from '@/ui/inputs';
import { labels } from './words';

const fields = [...fieldIds].sort((a, b) => fieldLabel(a).localeCompare(fieldLabel(b)));

export interface Props<R extends Rule = Rule> {
  readonly rule: R;
  readonly onChange: (rule: Rule) => void;
}

export function FieldSelect({
  value,
  words = 'field',
  onChange,
}: {
  value: FieldId;
  words?: string;
  onChange: (field: FieldId) => void;
}) {
  return (
    <Select
      aria-label={words}
      width="auto"
      maxWidth="15em"
      value={value}
      onChange={(event) => onChange(event.target.value as FieldId)}
    >
      {fields.map((id) => (
        <option key={id} value={id}>
          {fieldLabel(id)}
        </option>
      ))}
    </Select>
  );
}

export function OneOf({ rule, onChange }: Props<Extract<Rule, { check: 'one-of' }>>) {
  const put = (next: readonly FieldId[]) => onChange({ ...rule, fields: [...new Set(next)] });
  const free = fields.find((id) => !rule.fields.includes(id));
  return (
    <>
      {rule.fields.map((id, at) => (
        <Flex key={id} alignItems="center" gap="1">
          <FieldSelect
            value={id}
            words={`field ${at + 1}`}
            onChange={(field) => put(rule.fields.map((one) => (one === id ? field : one)))}
          />
          {rule.fields.length > 1 && (
            <LinkButton
              type="button"
              minWidth="1.5rem"
              aria-label={`Without ${fieldLabel(id)}`}
              onClick={() => put(rule.fields.filter((one) => one !== id))}
            >
              ×
            </LinkButton>
          )}
        </Flex>
      ))}
      {free && (
        <LinkButton type="button" onClick={() => put([...rule.fields, free])}>
          {labels.orAnother}
        </LinkButton>
      )}
    </>
  );
}

export function Bounds<R extends Extract<Rule, { least?: number }>>({ rule, onChange }: Props<R>) {
  return (['least', 'most'] as const).map((bound) => (
    <Labelled key={bound} words={bound === 'least' ? labels.atLeast : labels.atMost}>
      {(id) => (
        <TextInput
          id={id}
          type="number"
          min={0}
          step="any"
          width="6em"
          value={rule[bound] ?? ''}
          onChange={(event) => {
            const { [bound]: _, ...rest } = rule;
            const typed = event.target.value;
            onChange((typed === '' ? rest : { ...rest, [bound]: Number(typed) }) as Rule);
          }}
        />
      )}
    </Labelled>
  ));
}

export function Several<T extends string | number>({
  all,
  chosen,
  words,
  onChange,
}: {
  all: readonly T[];
  chosen: readonly T[];
  words: (one: T) => string;
  onChange: (next: T[]) => void;
}) {
  return (
    <Flex wrap="wrap" columnGap="4" rowGap="1">
      {all.map((one) => (
        <chakra.label key={one} display="inline-flex" gap="1.5" alignItems="baseline" minHeight="1.5rem">
          <input
            type="checkbox"
            checked={chosen.includes(one)}
            disabled={chosen.length === 1 && chosen.includes(one)}
            onChange={(event) =>
              onChange(event.target.checked ? [...chosen, one] : chosen.filter((other) => other !== one))
            }
          />
          {words(one)}
        </chakra.label>
      ))}
    </Flex>
  );
}

export function Labelled({
  words,
  hint,
  children,
}: {
  words: string;
  hint?: string;
  children: (id: string) => ReactNode;
}) {
  const id = useId();
  return (
    <Flex alignItems="center" gap="1.5" title={hint}>
      <chakra.label htmlFor={id} color="soft">
        {words}
      </chakra.label>
      {children(id)}
    </Flex>
  );
}
