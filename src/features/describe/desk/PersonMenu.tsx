'use client';

import { chakra } from '@chakra-ui/react';
import type { ListedPerson } from '@/core/captions/people';
import { OptionList } from '@/ui/OptionList';

/** People to choose from, the marked one first in line for Enter. */
export function PersonMenu({
  id,
  people,
  marked,
  onTake,
}: {
  id: string;
  people: readonly ListedPerson[];
  marked: number;
  onTake: (person: ListedPerson) => void;
}) {
  return (
    <OptionList
      id={id}
      label="People"
      options={people.map((person) => ({
        key: `${person.number} ${person.name}`,
        content: (
          <>
            <chakra.span display="inline-block" minWidth="2em" color="woad" fontWeight="600">
              {person.number}
            </chakra.span>
            {person.name}
            {person.role && <chakra.span color="soft">, {person.role}</chakra.span>}
          </>
        ),
      }))}
      marked={marked}
      onTake={(at) => onTake(people[at]!)}
      position="absolute"
      zIndex="20"
      minWidth="16em"
      maxHeight="13em"
      overflowY="auto"
    />
  );
}
