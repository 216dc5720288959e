'use client';

import { chakra, Flex } from '@chakra-ui/react';
import { type FormEvent, useId, useState } from 'react';
import { readyLists } from '@/core/checks/ready';
import { formatNames } from '@/core/containers/formatNames';
import { conditionOf, conditionText, pictureStates, subjectName, subjects } from '@/core/search/condition';
import { ruleName } from '@/core/wording/checkWords';
import { Button } from '@/ui/buttons';
import { Select, TextInput } from '@/ui/inputs';
import { labels } from './words';

/** Conditions that are no field, by what one chooses first, with how they test. */
const ownTests = {
  Taken: ['in', 'from', 'to'],
  Rating: ['is at least'],
  'Longer side': ['is at least'],
  Within: [],
  Assignment: ['is'],
  Gathering: ['is'],
  Fact: [],
  Format: ['is'],
  File: [],
  Draft: ['is from the template'],
  Run: ['is'],
  Licence: ['is missing', 'is to', 'ends in', 'ends from', 'ends to'],
  Check: ['fails', 'fails in'],
  'Without the words': [],
} as const satisfies Readonly<Record<string, readonly string[]>>;
type Other = keyof typeof ownTests;
const isOther = (what: string): what is Other => Object.hasOwn(ownTests, what);

const fieldTests = ['is', 'contains', 'is empty', 'is filled'] as const;
const placeholders: Readonly<Partial<Record<string, string>>> = {
  Taken: '2026, 2026-03 or 2026-03-04',
  Licence: '2026, 2026-03 or 2026-03-04',
  'Longer side': 'pixels, e.g. 4000',
  Within: '20 km of 63.11, 7.73',
  Fact: 'client is Skarv Press',
  Run: 'e.g. 3f2a90c1, from its receipt',
  Exposure: '1/250',
};
const choices: Readonly<Partial<Record<string, readonly (readonly [value: string, words: string])[]>>> = {
  Orientation: ['landscape', 'portrait', 'square'].map((one) => [one, one] as const),
  Rating: ['1', '2', '3', '4', '5'].map((one) => [one, one] as const),
  // Rules of one's own lists can be typed into the search as a sentence.
  Check: [...new Set(readyLists.flatMap(({ rules }) => rules.map(ruleName)))]
    .sort((a, b) => a.localeCompare(b))
    .map((one) => [one, one] as const),
  Format: Object.entries(formatNames),
  File: pictureStates.map((state) => {
    const words = conditionText({ kind: 'state', state }).slice('File '.length);
    return [words, words] as const;
  }),
};
const names = subjects
  .filter((one) => one !== 'rating')
  .map(subjectName)
  .sort((a, b) => a.localeCompare(b));

/** Builds a condition of its parts: what, how, and a value. */
export function NewCondition({ onAdd }: { onAdd: (sentence: string) => void }) {
  const id = useId();
  const [what, setWhat] = useState('Keywords');
  const [how, setHow] = useState('is');
  const [value, setValue] = useState('');
  const tests: readonly string[] = isOther(what) ? ownTests[what] : fieldTests;
  const values = choices[what];
  const test = tests.includes(how) ? how : (tests[0] ?? '');
  const needsValue = !/(?: empty| filled| missing|^fails)$/.test(test);
  const chosen = values && !values.some(([one]) => one === value) ? values[0]![0] : value;
  const sentence = [what, test, needsValue && chosen.trim()].filter(Boolean).join(' ');
  const isWhole = conditionOf(sentence) !== undefined;
  const add = (event: FormEvent) => {
    event.preventDefault();
    if (isWhole) onAdd(sentence);
  };
  return (
    <chakra.form onSubmit={add} marginTop="3" fontSize="body">
      <Flex gap="4" rowGap="2" wrap="wrap" alignItems="flex-end">
        <Part id={`${id}what`} label={labels.what}>
          <Select
            id={`${id}what`}
            width="15rem"
            value={what}
            autoFocus
            onChange={(event) => setWhat(event.target.value)}
          >
            {[...Object.keys(ownTests), ...names].map((one) => (
              <option key={one}>{one}</option>
            ))}
          </Select>
        </Part>
        {tests.length > 0 && (
          <Part id={`${id}how`} label={labels.how}>
            <Select id={`${id}how`} value={test} onChange={(event) => setHow(event.target.value)}>
              {tests.map((one) => (
                <option key={one}>{one}</option>
              ))}
            </Select>
          </Part>
        )}
        {needsValue && (
          <Part id={`${id}value`} label={labels.value}>
            {values ? (
              <Select id={`${id}value`} value={chosen} onChange={(event) => setValue(event.target.value)}>
                {values.map(([one, words]) => (
                  <option key={one} value={one}>
                    {words}
                  </option>
                ))}
              </Select>
            ) : (
              <TextInput
                id={`${id}value`}
                width="16rem"
                maxLength={400}
                placeholder={test === 'is to' ? '' : (placeholders[what] ?? '')}
                value={value}
                onChange={(event) => setValue(event.target.value)}
              />
            )}
          </Part>
        )}
        <Button type="submit" disabled={!isWhole}>
          {labels.add}
        </Button>
      </Flex>
    </chakra.form>
  );
}

function Part({ id, label, children }: { id: string; label: string; children: React.ReactNode }) {
  return (
    <Flex direction="column" gap="0.5">
      <chakra.label htmlFor={id} color="soft" fontSize="small">
        {label}
      </chakra.label>
      {children}
    </Flex>
  );
}
