'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useQueryClient } from '@tanstack/react-query';
import { type ChangeEvent, type ClipboardEvent, useId } from 'react';
import { dictionaryOf } from '@/core/captions/dictionaries';
import { parsePeople } from '@/core/captions/parsePeople';
import type { ListedPerson } from '@/core/captions/people';
import type { Assignment, AssignmentChange } from '@/server/operations/assignments/assignments';
import { apiRequest } from '@/ui/api';
import { LinkButton } from '@/ui/buttons';
import { Field } from '@/ui/Field';
import { TextInput } from '@/ui/inputs';
import { queryKeys } from '@/ui/queryKeys';
import { SaveState } from '@/ui/SaveState';
import { useAutoSave } from '@/ui/useAutoSave';
import { LanguageChoice } from '../fields/LanguageChoice';

type Written = Pick<Assignment, 'people' | 'language'>;

const writtenOf = ({ people, language }: Assignment): Written => ({ people, language });
const nobody: ListedPerson = { number: '', name: '', role: '', note: '' };
const columns = [
  ['number', 'No.', '4em', 20],
  ['name', 'Name', undefined, 200],
  ['role', 'Role', '9em', 200],
  ['note', 'Note', '9em', 500],
] as const;

/** Who may be in the pictures, and the language that is written in; both save themselves. */
export function People({ assignment }: { assignment: Assignment }) {
  const id = useId();
  const queries = useQueryClient();
  const written = useAutoSave<Written>({
    place: `people ${assignment.id}`,
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
  const { people } = value;
  const put = (next: readonly ListedPerson[]) => change({ ...value, people: next });
  const changeOne = (at: number, part: Partial<ListedPerson>) =>
    put(people.map((one, index) => (index === at ? { ...one, ...part } : one)));
  /** Several cells at once are lines of the list; a single one stays what it is. */
  const onPaste = (event: ClipboardEvent, at: number) => {
    const text = event.clipboardData.getData('text/plain');
    if (!/[\t\n]/.test(text.trim())) return;
    event.preventDefault();
    put([...people.slice(0, at), ...parsePeople(text), ...people.slice(at).filter((one) => one.name !== '')]);
  };
  const onFile = async (event: ChangeEvent<HTMLInputElement>) => {
    const { files } = event.target;
    const text = (await files?.[0]?.text()) ?? '';
    event.target.value = '';
    put([...people.filter((one) => one.name !== ''), ...parsePeople(text)]);
  };
  return (
    <Box>
      <Box as="ul" listStyleType="none" aria-label="People of the assignment">
        {[...people, nobody].map((person, at) => (
          <Flex
            as="li"
            key={at}
            gap="3"
            alignItems="center"
            wrap={{ base: 'wrap', sm: 'nowrap' }}
            onPaste={(event) => onPaste(event, at)}
          >
            {columns.map(([part, words, width, most]) => (
              <TextInput
                key={part}
                {...(width ? { width } : { flex: '1' })}
                value={person[part]}
                maxLength={most}
                placeholder={at === people.length ? words : ''}
                aria-label={`${words} of person ${at + 1}`}
                onChange={(event) =>
                  at === people.length
                    ? put([...people, { ...nobody, [part]: event.target.value }])
                    : changeOne(at, { [part]: event.target.value })
                }
              />
            ))}
            <LinkButton
              type="button"
              fontSize="small"
              visibility={at === people.length ? 'hidden' : undefined}
              onClick={() => put(people.filter((_, index) => index !== at))}
              aria-label={`Remove ${person.name || `person ${at + 1}`}`}
            >
              Remove
            </LinkButton>
          </Flex>
        ))}
      </Box>
      <Flex gap="4" marginTop="3" alignItems="center" fontSize="body" wrap="wrap">
        <chakra.label htmlFor={`${id}-file`} color="woad" textDecoration="underline" cursor="pointer">
          Take them from a CSV file
        </chakra.label>
        <chakra.input
          id={`${id}-file`}
          type="file"
          accept=".csv,.tsv,.txt,text/csv"
          onChange={onFile}
          srOnly
        />
        <chakra.span textStyle="hint">or paste cells of a spreadsheet into a line</chakra.span>
        <SaveState of={written} />
      </Flex>
      <Box marginTop="4">
        <Field width="9em" label="Written in">
          <LanguageChoice
            id={`${id}-language`}
            label="Language of the captions"
            value={value.language}
            onChange={(language) => change({ ...value, language })}
          />
        </Field>
        <Box textStyle="hint">
          {dictionaryOf(value.language)
            ? 'Misspellings are marked; names of this list count as right.'
            : 'There is no dictionary for this language: only the names of the list are checked.'}
        </Box>
      </Box>
    </Box>
  );
}
