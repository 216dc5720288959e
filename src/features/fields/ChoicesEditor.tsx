'use client';

import { chakra, Flex } from '@chakra-ui/react';
import { choiceWords } from '@/core/catalogue/fields';
import { joinList, separatorsOf, splitList } from '@/core/keywords/listText';

const separators = separatorsOf(false);

/** Several of the values that the standard allows, by plain words. A code that is none of them stays and shows. */
export function ChoicesEditor({
  label,
  choices,
  typed,
  onChange,
}: {
  label: string;
  choices: Readonly<Record<string, string>>;
  typed: string;
  onChange: (typed: string) => void;
}) {
  const chosen = splitList(typed, separators);
  const all = [...Object.keys(choices), ...chosen.filter((code) => !Object.hasOwn(choices, code))];
  const put = (code: string, ticked: boolean) =>
    onChange(
      joinList(
        all.filter((one) => (one === code ? ticked : chosen.includes(one))),
        separators,
      ),
    );
  return (
    <Flex role="group" aria-label={label} columnGap="4" rowGap="1" wrap="wrap" paddingY="1">
      {all.map((code) => (
        <chakra.label key={code} display="flex" gap="1.5" alignItems="center" minHeight="6">
          <input
            type="checkbox"
            checked={chosen.includes(code)}
            onChange={(event) => put(code, event.target.checked)}
          />
          {choiceWords(choices, code)}
        </chakra.label>
      ))}
    </Flex>
  );
}
