'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useQueryClient } from '@tanstack/react-query';
import type { Assignment, AssignmentChange } from '@/server/operations/assignments/assignments';
import { apiRequest } from '@/ui/api';
import { LinkButton } from '@/ui/buttons';
import { Field } from '@/ui/Field';
import { TextInput } from '@/ui/inputs';
import { queryKeys } from '@/ui/queryKeys';
import { SaveState } from '@/ui/SaveState';
import { useAutoSave } from '@/ui/useAutoSave';

type Written = Pick<Assignment, 'name' | 'publishedOn' | 'facts'>;

const writtenOf = ({ name, publishedOn, facts }: Assignment): Written => ({ name, publishedOn, facts });
const nothing = { name: '', value: '' };

/** Name, first publication and facts of an assignment; they save themselves. */
export function Facts({ assignment }: { assignment: Assignment }) {
  const queries = useQueryClient();
  const written = useAutoSave<Written>({
    place: `facts ${assignment.id}`,
    saved: writtenOf(assignment),
    readAgain: () => queries.invalidateQueries({ queryKey: queryKeys.assignment(assignment.id) }),
    save: async (change, met) => {
      const wish: AssignmentChange = { ...change, met };
      const changed = await apiRequest<Assignment>(`assignments/${assignment.id}`, 'PATCH', wish);
      queries.setQueryData(queryKeys.assignment(assignment.id), changed);
      return writtenOf(changed);
    },
  });
  const { value, change } = written;
  const { facts } = value;
  const changeFact = (at: number, part: Partial<typeof nothing>) =>
    change({ ...value, facts: facts.map((one, index) => (index === at ? { ...one, ...part } : one)) });
  return (
    <Box>
      <Field width="9em" label="Name">
        <TextInput
          value={value.name}
          onChange={(event) => change({ ...value, name: event.target.value })}
          aria-label="Name"
        />
      </Field>
      <Field width="9em" label="First published">
        <TextInput
          type="date"
          value={value.publishedOn ?? ''}
          onChange={(event) => change({ ...value, publishedOn: event.target.value || null })}
          aria-label="First published"
          maxWidth="11em"
        />
      </Field>
      {facts.map((fact, index) => (
        <Flex key={index} gap="3" alignItems="center" marginTop="1">
          <TextInput
            width="9em"
            value={fact.name}
            maxLength={80}
            placeholder="e.g. vessel"
            aria-label={`Name of fact ${index + 1}`}
            onChange={(event) => changeFact(index, { name: event.target.value })}
          />
          <TextInput
            flex="1"
            value={fact.value}
            maxLength={2000}
            placeholder="e.g. Marena"
            aria-label={`Value of fact ${index + 1}`}
            onChange={(event) => changeFact(index, { value: event.target.value })}
          />
          <LinkButton
            type="button"
            fontSize="small"
            onClick={() => change({ ...value, facts: facts.filter((_, at) => at !== index) })}
            aria-label={`Remove fact ${fact.name}`}
          >
            Remove
          </LinkButton>
        </Flex>
      ))}
      <Flex gap="4" marginTop="4" alignItems="center" fontSize="body">
        <LinkButton type="button" onClick={() => change({ ...value, facts: [...facts, nothing] })}>
          Add a fact
        </LinkButton>
        <SaveState of={written} />
      </Flex>
    </Box>
  );
}
