'use client';

import { Box, Flex } from '@chakra-ui/react';
import { usualRoles } from '@/core/captions/credits';
import { asText, type FieldValue, type Structure } from '@/core/catalogue/value';
import { LinkButton } from '@/ui/buttons';
import { TextInput } from '@/ui/inputs';

const nobody: Structure = {};
const text = (value: Structure[string] | undefined) => asText(value as FieldValue | undefined);

/** A line for each contributor; the last one is empty, and is one as soon as it is typed in. */
export function CreditLines({
  people,
  onChange,
}: {
  people: readonly Structure[];
  onChange: (people: readonly Structure[]) => void;
}) {
  const change = (at: number, next: Structure) =>
    onChange(at === people.length ? [...people, next] : people.map((one, i) => (i === at ? next : one)));
  return (
    <Box as="ul" listStyleType="none" aria-label="Contributors">
      {[...people, nobody].map((person, at) => (
        <CreditLine
          key={at}
          label={at === people.length ? 'another' : `contributor ${at + 1}`}
          person={person}
          onChange={(next) => change(at, next)}
          onRemove={
            at === people.length ? undefined : () => onChange(people.filter((_, index) => index !== at))
          }
        />
      ))}
      <datalist id="credit-roles">
        {usualRoles.map((one) => (
          <option key={one} value={one} />
        ))}
      </datalist>
    </Box>
  );
}

function CreditLine({
  label,
  person,
  onChange,
  onRemove,
}: {
  label: string;
  person: Structure;
  onChange: (next: Structure) => void;
  onRemove: (() => void) | undefined;
}) {
  return (
    <Flex as="li" gap="3" alignItems="center">
      <TextInput
        aria-label={`Role of ${label}`}
        list="credit-roles"
        value={text(person.role)}
        maxWidth="9em"
        placeholder={onRemove ? '' : 'role'}
        onChange={({ target }) =>
          onChange({ ...person, role: target.value === '' ? [] : target.value.split(/, ?/) })
        }
      />
      <TextInput
        aria-label={`Name of ${label}`}
        value={text(person.name)}
        placeholder={onRemove ? '' : 'name'}
        onChange={({ target }) => onChange({ ...person, name: target.value })}
      />
      <LinkButton
        type="button"
        fontSize="small"
        visibility={onRemove ? undefined : 'hidden'}
        aria-label={`Remove ${label}`}
        onClick={onRemove}
      >
        remove
      </LinkButton>
    </Flex>
  );
}
