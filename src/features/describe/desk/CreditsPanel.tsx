'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { creditsLine, usualPattern, usualRoles, withCredits } from '@/core/captions/credits';
import { asText, type FieldValue, type Structure, structuresOf } from '@/core/catalogue/value';
import type { Scope } from '@/core/drafts/scope';
import type { Desk } from '@/server/operations/photos/acrossPhotos';
import { Button, LinkButton } from '@/ui/buttons';
import { TextInput } from '@/ui/inputs';
import { useKeptState } from '@/ui/useKeptState';
import type { CaptionState } from './useCaption';
import { useSavedValue } from './useSavedValue';
import type { Write } from './useWriting';
import { Variants } from './Variants';

interface Props {
  readonly scope: Scope;
  readonly count: number;
  readonly desk: Desk | undefined;
  readonly write: Write;
  readonly caption: CaptionState;
}

/** Who worked on it: kept as Contributor with roles, and put under the caption as a line of one's own pattern. */
export function CreditsPanel({ scope, count, desk, write, caption }: Props) {
  const across = desk?.fields.contributor;
  const differs = across !== undefined && across.same === undefined && across.variants.length > 0;
  const { value, change, save } = useSavedValue(across?.same ?? null, (next) =>
    write(scope, { kind: 'set', field: 'contributor', value: next }),
  );
  const people = structuresOf(value);
  const put = (next: readonly Structure[]) => change(next.length > 0 ? next : null);
  return (
    <Flex gap="6" wrap="wrap" paddingBottom="3" onBlur={save}>
      <Box flex="1 1 20em" minWidth="0">
        <Box textStyle="hint">
          {differs
            ? `Different credits: writing here replaces all ${count}.`
            : 'Kept in the file as Contributor with roles: they can be found again later.'}
        </Box>
        <CreditLines people={people} onChange={put} />
        {differs && (
          <Variants
            across={across}
            field="contributor"
            onSpread={(one) => write(scope, { kind: 'set', field: 'contributor', value: one })}
          />
        )}
      </Box>
      <CreditsLine people={people} caption={caption} save={save} />
    </Flex>
  );
}

/** A line for each contributor; the last one is empty, and becomes one when it is typed in. */
function CreditLines({
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

/** The line that the credits make, with its pattern; put under the caption on a press, in place of the former one. */
function CreditsLine({
  people,
  caption: { text, type, save: saveCaption },
  save,
}: {
  people: readonly Structure[];
  caption: CaptionState;
  save: () => void;
}) {
  const { value: pattern, set } = useKeptState('credits pattern', usualPattern);
  const { value: former, set: setFormer } = useKeptState('credits line', '');
  const line = creditsLine(people, pattern);
  const isThere = line !== '' && text.split('\n').includes(line);
  const put = () => {
    save();
    type(withCredits(text, former, line));
    saveCaption();
    setFormer(line);
  };
  return (
    <Box flex="1 1 16em" minWidth="0" fontSize="body">
      <Flex gap="3" alignItems="baseline" wrap="wrap">
        <chakra.label>
          each as{' '}
          <TextInput
            aria-label="Pattern of a credit"
            value={pattern.one}
            width="11em"
            onChange={(event) => set({ ...pattern, one: event.target.value })}
          />
        </chakra.label>
        <chakra.label>
          with{' '}
          <TextInput
            aria-label="Between two credits"
            value={pattern.between}
            width="3em"
            onChange={(event) => set({ ...pattern, between: event.target.value })}
          />{' '}
          between
        </chakra.label>
      </Flex>
      <Box fontFamily="heading" paddingY="2" minHeight="2.5em" color={line ? 'ink' : 'soft'}>
        {line || 'No contributors yet.'}
      </Box>
      <Button type="button" disabled={line === '' || isThere} onClick={put}>
        {isThere ? 'Stands under the caption' : 'Put under the caption'}
      </Button>
    </Box>
  );
}
