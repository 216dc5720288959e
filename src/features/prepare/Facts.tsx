'use client';

import { Box, Flex } from '@chakra-ui/react';
import { type KeyboardEvent, useRef } from 'react';
import { flushSync } from 'react-dom';
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
  const list = useRef<HTMLDivElement>(null);
  const boxes = () => [...(list.current?.querySelectorAll<HTMLInputElement>('input') ?? [])];
  const add = () => {
    flushSync(() => change({ ...value, facts: [...facts, nothing] }));
    boxes().at(-2)?.focus();
  };
  /** Enter goes on: to the next box, behind the last one to a new fact. */
  const goOn = (event: KeyboardEvent<HTMLDivElement>) => {
    if (event.key !== 'Enter' || !(event.target instanceof HTMLInputElement)) return;
    event.preventDefault();
    const next = boxes()[boxes().indexOf(event.target) + 1];
    if (next) next.focus();
    else add();
  };
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
      <Box ref={list} onKeyDown={goOn}>
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
      </Box>
      <Flex gap="4" marginTop="4" alignItems="center" fontSize="body">
        <LinkButton type="button" onClick={add}>
          {labels.addAFact}
        </LinkButton>
        <SaveState of={written} />
      </Flex>
    </Box>
  );
}
