'use client';

import { chakra } from '@chakra-ui/react';
import type { RefObject } from 'react';
import type { ListedPerson } from '@/core/captions/people';
import { FloatingOptions } from '@/ui/FloatingOptions';
import { labels as uiLabels } from '@/ui/words';

/** People to choose from, the marked one first in line for Enter. */
export function PersonMenu({
  at,
  id,
  people,
  marked,
  onTake,
}: {
  at: RefObject<HTMLElement | null>;
  id: string;
  people: readonly ListedPerson[];
  marked: number;
  onTake: (index: number) => void;
}) {
  return (
    <FloatingOptions
      at={at}
      id={id}
      label={uiLabels.people}
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
      onTake={onTake}
    />
  );
}
