'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { type ChangeEvent, type ClipboardEvent, useId, useState } from 'react';
import { dictionaryOf } from '@/core/captions/dictionaries';
import { parsePeople } from '@/core/captions/parsePeople';
import type { ListedPerson } from '@/core/captions/people';
import type { Assignment } from '@/server/operations/assignments/assignments';
import { LinkButton } from '@/ui/buttons';
import { Field } from '@/ui/Field';
import { TextInput } from '@/ui/inputs';
import { Notice } from '@/ui/Notice';
import { SaveState } from '@/ui/SaveState';
import { labels as uiLabels } from '@/ui/words';
import { LanguageChoice } from '../fields/LanguageChoice';
import { useSavedAssignment } from './useSavedAssignment';
import { labels } from './words';

const PARTS = ['people', 'language'] as const;
const nobody: ListedPerson = { number: '', name: '', role: '', note: '' };
/** Of a list of people; a larger file is another. */
const LARGEST_FILE = 1_000_000;
const isSaid = (one: ListedPerson) => Object.values(one).some((text) => text.trim() !== '');
const columns = [
  ['number', 'No.', '4em', 20],
  ['name', 'Name', undefined, 200],
  ['role', 'Role', '9em', 200],
  ['note', 'Note', '9em', 500],
] as const;

/** Two people with one number: the number in a caption would name either. */
function sameNumbers(people: readonly ListedPerson[]): string {
  const numbers = people.map((one) => one.number.trim()).filter((number) => number !== '');
  const twice = [...new Set(numbers.filter((number, at) => numbers.indexOf(number) !== at))];
  const names = (number: string) =>
    people
      .filter((one) => one.number.trim() === number)
      .map((one) => one.name.trim() || '(no name)')
      .join(' and ');
  return twice.map((number) => `${names(number)} have the same number ${number}.`).join(' ');
}

/** Who may be in the pictures, and the language that is written in; both save themselves. */
export function People({ assignment }: { assignment: Assignment }) {
  const id = useId();
  const written = useSavedAssignment('people', assignment, PARTS);
  const { value, change } = written;
  const { people } = value;
  const [problem, setProblem] = useState<string>();
  const put = (next: readonly ListedPerson[]) => change({ ...value, people: next });
  const changeOne = (at: number, part: Partial<ListedPerson>) =>
    put(people.map((one, index) => (index === at ? { ...one, ...part } : one)));
  /** Several cells at once are lines of the list; a single one stays what it is. */
  const onPaste = (event: ClipboardEvent, at: number) => {
    const text = event.clipboardData.getData('text/plain');
    if (!/[\t\n]/.test(text.trim())) return;
    event.preventDefault();
    put([...people.slice(0, at), ...parsePeople(text), ...people.slice(at)].filter(isSaid));
  };
  const onFile = async (event: ChangeEvent<HTMLInputElement>) => {
    const { files } = event.target;
    const file = files?.[0];
    const isTooLarge = (file?.size ?? 0) > LARGEST_FILE;
    const found = file && !isTooLarge ? parsePeople(await file.text()) : [];
    event.target.value = '';
    setProblem(
      isTooLarge
        ? `${file!.name} is too large for a list of people.`
        : found.length === 0
          ? `No names were found in ${file?.name ?? 'the file'}.`
          : undefined,
    );
    put([...people, ...found].filter(isSaid));
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
              {uiLabels.remove}
            </LinkButton>
          </Flex>
        ))}
      </Box>
      <Notice kind="warning">{sameNumbers(people)}</Notice>
      <Flex gap="4" marginTop="3" alignItems="center" fontSize="body" wrap="wrap">
        <chakra.label htmlFor={`${id}-file`} color="woad" textDecoration="underline" cursor="pointer">
          {labels.takeThemFromACSVFile}
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
      <Notice kind="error">{problem}</Notice>
      <Box marginTop="4">
        <Field width="9em" label="Written in">
          <LanguageChoice
            id={`${id}-language`}
            label={labels.languageOfTheCaptions}
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
