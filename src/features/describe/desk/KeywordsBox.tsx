'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { type KeyboardEvent, useId, useState } from 'react';
import type { Scope } from '@/core/drafts/scope';
import { parseKeywords } from '@/core/keywords/parse';
import type { Desk } from '@/server/operations/photos/acrossPhotos';
import { TextInput } from '@/ui/inputs';
import { Term } from './Term';
import type { Write } from './useWriting';

/** Keywords of the selection: on all, or on some with their count. Comma, semicolon, line or tab end a term. */
export function KeywordsBox({
  scope,
  count,
  desk,
  write,
}: {
  scope: Scope;
  count: number;
  desk: Desk | undefined;
  write: Write;
}) {
  const id = useId();
  const [typed, setTyped] = useState('');
  const terms = desk?.keywords ?? [];
  const add = (text: string) => {
    const found = parseKeywords(text);
    setTyped('');
    if (found.length > 0) write(scope, { kind: 'add-keywords', terms: found });
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key !== 'Enter' && event.key !== ',' && event.key !== ';') return;
    event.preventDefault();
    add(typed);
  };
  return (
    <Box minWidth="0">
      <Flex justifyContent="space-between" textStyle="hint" marginBottom="1">
        <chakra.label htmlFor={id} color="ink" fontWeight="600">
          Keywords
        </chakra.label>
        {count > 1 && <span>on all · on some (n)</span>}
      </Flex>
      <Flex wrap="wrap" gap="1.5" alignItems="center" maxHeight="6.5rem" overflowY="auto">
        {terms.map(({ term, count: on }) => (
          <Term
            key={term}
            term={term}
            count={on}
            of={count}
            onAll={() => write(scope, { kind: 'add-keywords', terms: [term] })}
            onRemove={() => write(scope, { kind: 'remove-keywords', terms: [term] })}
          />
        ))}
        <TextInput
          id={id}
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          onKeyDown={onKeyDown}
          onBlur={() => add(typed)}
          onPaste={(event) => {
            event.preventDefault();
            add(`${typed}${event.clipboardData.getData('text')}`);
          }}
          placeholder="type, then comma"
          minWidth="9em"
          flex="1"
          width="auto"
        />
      </Flex>
    </Box>
  );
}
