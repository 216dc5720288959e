'use client';

import { Box, chakra } from '@chakra-ui/react';
import type { ListedPerson } from '@/core/captions/people';

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
    <Box
      id={id}
      role="listbox"
      aria-label="People"
      position="absolute"
      zIndex="20"
      bg="leaf"
      borderWidth="1px"
      borderColor="rule"
      minWidth="16em"
      maxHeight="13em"
      overflowY="auto"
    >
      {people.map((person, at) => (
        <Box
          key={`${person.number} ${person.name}`}
          id={`${id}-${at}`}
          role="option"
          aria-selected={at === marked}
          paddingX="3"
          paddingY="1"
          fontSize="body"
          cursor="pointer"
          bg={at === marked ? 'wash' : undefined}
          // The box that one types in keeps the focus.
          onMouseDown={(event) => event.preventDefault()}
          onClick={() => onTake(person)}
        >
          <chakra.span display="inline-block" minWidth="2em" color="woad" fontWeight="600">
            {person.number}
          </chakra.span>
          {person.name}
          {person.role && <chakra.span color="soft">, {person.role}</chakra.span>}
        </Box>
      ))}
    </Box>
  );
}
