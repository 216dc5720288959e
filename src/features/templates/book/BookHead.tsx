'use client';

import { chakra, Flex } from '@chakra-ui/react';
import type { Entry } from '@/core/templates/template';
import { Select } from '@/ui/inputs';
import { StripDrawing } from '@/ui/ThreadStrip';
import { suppliedStrip } from '../supplied';
import { labels } from '../words';
import type { Book } from './bookState';

/** The title of the page: its name, what it supplies, and whether it stays or lapses with its job. */
export function BookHead({
  book,
  entries,
  write,
  isNew,
}: {
  book: Book;
  entries: readonly Entry[];
  write: (change: (before: Book) => Book) => void;
  isNew: boolean;
}) {
  return (
    <Flex
      paddingX={{ base: 5, lg: 8 }}
      paddingTop="3"
      columnGap="4"
      rowGap="1"
      alignItems="center"
      wrap="wrap"
    >
      <chakra.input
        aria-label={labels.nameOfTheTemplate}
        value={book.name}
        onChange={(event) => write((before) => ({ ...before, name: event.target.value }))}
        placeholder="Name this template"
        autoFocus={isNew}
        fontFamily="heading"
        fontSize="1.5625rem"
        fontWeight="600"
        bg="transparent"
        flex="1"
        minWidth="8em"
        borderBottomWidth="1px"
        borderColor={book.name ? 'transparent' : 'rule'}
      />
      <StripDrawing strip={suppliedStrip(entries)} />
      <Select
        aria-label="Kind of template"
        value={book.kind}
        onChange={(event) =>
          write((before) => ({ ...before, kind: event.target.value as 'standing' | 'job' }))
        }
        fontSize="small"
        height="1.5rem"
        color="soft"
        borderColor="transparent"
      >
        <option value="standing">standing: stays from job to job</option>
        <option value="job">for one job: lapses with it</option>
      </Select>
    </Flex>
  );
}
