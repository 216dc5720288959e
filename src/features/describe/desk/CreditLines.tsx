'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { usualRoles } from '@/core/captions/credits';
import { asText, type FieldValue, type Structure } from '@/core/catalogue/value';
import { LinkButton } from '@/ui/buttons';
import { TextInput } from '@/ui/inputs';

/** A line for each contributor; the last one is empty, and becomes one when it is typed in. */
export function CreditLines({
  people,
  onChange,
}: {
  people: readonly Structure[];
  onChange: (people: readonly Structure[]) => void;
}) {
  const [begun, setBegun] = useState({ role: '', name: '' });
  const change = (at: number, next: Structure | undefined) =>
    onChange(people.flatMap((one, i) => (i === at ? (next ? [next] : []) : [one])));
  const begin = (role: string, name: string) => {
    setBegun({ role, name });
    if (name.trim() === '') return;
    onChange([...people, { name, ...(role.trim() ? { role: [role.trim()] } : {}) }]);
    setBegun({ role: '', name: '' });
  };
  return (
    <Box as="ul" listStyleType="none" aria-label="Contributors">
      {people.map((person, at) => (
        <CreditLine key={at} number={at + 1} person={person} onChange={(next) => change(at, next)} />
      ))}
      <CreditRow
        label="another"
        role={begun.role}
        name={begun.name}
        onRole={(role) => setBegun({ ...begun, role })}
        onName={(name) => setBegun({ ...begun, name })}
        onLeave={() => begin(begun.role, begun.name)}
      />
    </Box>
  );
}

function CreditLine({
  number,
  person,
  onChange,
}: {
  number: number;
  person: Structure;
  onChange: (next: Structure | undefined) => void;
}) {
  return (
    <CreditRow
      label={`contributor ${number}`}
      role={asText(person.role as FieldValue | undefined)}
      name={asText(person.name as FieldValue | undefined)}
      onRole={(next) => onChange({ ...person, role: next === '' ? [] : next.split(/, ?/) })}
      onName={(name) => onChange({ ...person, name })}
      onRemove={() => onChange(undefined)}
    />
  );
}

function CreditRow({
  label,
  role,
  name,
  onRole,
  onName,
  onRemove,
  onLeave,
}: {
  label: string;
  role: string;
  name: string;
  onRole: (role: string) => void;
  onName: (name: string) => void;
  onRemove?: () => void;
  onLeave?: () => void;
}) {
  return (
    <Flex as="li" gap="3" alignItems="center" onBlur={onLeave}>
      <TextInput
        aria-label={`Role of ${label}`}
        list="credit-roles"
        value={role}
        maxWidth="9em"
        placeholder="role"
        onChange={(event) => onRole(event.target.value)}
      />
      <TextInput
        aria-label={`Name of ${label}`}
        value={name}
        placeholder={onRemove ? '' : 'name'}
        onChange={(event) => onName(event.target.value)}
        onKeyDown={(event) => {
          if (event.key === 'Enter') onLeave?.();
        }}
      />
      {onRemove ? (
        <LinkButton type="button" fontSize="small" aria-label={`Remove ${label}`} onClick={onRemove}>
          remove
        </LinkButton>
      ) : (
        <datalist id="credit-roles">
          {usualRoles.map((one) => (
            <option key={one} value={one} />
          ))}
        </datalist>
      )}
    </Flex>
  );
}
