'use client';

import { Box, Flex } from '@chakra-ui/react';
import type { Assignment } from '@/server/operations/assignments/assignments';
import { LinkButton } from '@/ui/buttons';
import { Field } from '@/ui/Field';
import { TextInput } from '@/ui/inputs';
import { SaveState } from '@/ui/SaveState';
import { labels as uiLabels } from '@/ui/words';
import { useSavedAssignment } from './useSavedAssignment';
import { labels } from './words';

const PARTS = ['name', 'publishedOn', 'facts'] as const;
const nothing = { name: '', value: '' };

/** Name, first publication and facts of an assignment; they save themselves. */
export function Facts({ assignment }: { assignment: Assignment }) {
  const written = useSavedAssignment('facts', assignment, PARTS);
  const { value, change } = written;
  const { facts } = value;
  const changeFact = (at: number, part: Partial<typeof nothing>) =>
    change({ ...value, facts: facts.map((one, index) => (index === at ? { ...one, ...part } : one)) });
  return (
    <Box>
      <Field width="9em" label={uiLabels.name}>
        <TextInput
          value={value.name}
          onChange={(event) => change({ ...value, name: event.target.value })}
          aria-label={uiLabels.name}
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
            {uiLabels.remove}
          </LinkButton>
        </Flex>
      ))}
      <Flex gap="4" marginTop="4" alignItems="center" fontSize="body">
        <LinkButton type="button" onClick={() => change({ ...value, facts: [...facts, nothing] })}>
          {labels.addAFact}
        </LinkButton>
        <SaveState of={written} />
      </Flex>
    </Box>
  );
}
