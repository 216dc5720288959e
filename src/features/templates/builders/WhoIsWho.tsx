'use client';

import { Box } from '@chakra-ui/react';
import { type FieldId, fieldLabel } from '@/core/catalogue/fields';
import { LinkButton } from '@/ui/buttons';
import type { Book } from '../book/bookState';
import { Panel } from './Builder';

const people: readonly (readonly [FieldId, string])[] = [
  ['creator', 'The person who took it. Always a person; stays so when the rights are sold.'],
  [
    'creditLine',
    'Who is to be named in print, often the organisation. “Creator / Credit Line” is the byline.',
  ],
  ['copyrightOwner', 'Who owns the rights today, where that is not the creator.'],
  ['licensor', 'Whom a buyer asks for a licence; may be an agency that owns nothing.'],
  ['imageSupplier', 'Who hands the file over last. The receiver fills it in as a rule.'],
  ['source', 'From whom the picture was first received: an archive, a family, the client.'],
  ['descriptionWriter', 'Who wrote the caption, to be asked about it.'],
];

/** Seven that are easily taken for one another. */
export function WhoIsWho({ book, onOpen }: { book: Book; onOpen: (id: FieldId) => void }) {
  return (
    <Panel>
      <Box as="dl" display="grid" gridTemplateColumns={{ base: '1fr', sm: '9.5rem 1fr' }} columnGap="4">
        {people.map(([id, words]) => (
          <Box key={id} display="contents">
            <Box as="dt" paddingTop="1">
              <LinkButton type="button" onClick={() => onOpen(id)}>
                {fieldLabel(id)}
              </LinkButton>
              {book.entries[id] && ' ✓'}
            </Box>
            <Box as="dd" color="soft" paddingTop="1">
              {words}
            </Box>
          </Box>
        ))}
      </Box>
    </Panel>
  );
}
