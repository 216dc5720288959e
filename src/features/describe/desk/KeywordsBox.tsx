'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useId } from 'react';
import type { Scope } from '@/core/drafts/scope';
import { formatNumber } from '@/core/wording/counts';
import type { Desk } from '@/server/operations/photos/selectionValues';
import { LinkButton } from '@/ui/buttons';
import { BundleMenu } from '../../keywords/BundleMenu';
import { EnteredNotes } from '../../keywords/EnteredNotes';
import { Suggestions } from '../../keywords/Suggestions';
import { TermBox } from '../../keywords/TermBox';
import { useEntered } from '../../keywords/useEntered';
import { useSuggestions } from '../../keywords/useSuggestions';
import type { Write } from '../store/useWriting';
import { labels } from '../words';
import { Term } from './Term';

/** Keywords of the selection: on all, or on some with their count. Comma, semicolon, line or tab end a term. */
export function KeywordsBox({
  assignmentId,
  scope,
  count,
  desk,
  write,
}: {
  assignmentId: string;
  scope: Scope;
  count: number;
  desk: Desk | undefined;
  write: Write;
}) {
  const id = useId();
  const terms = desk?.keywords ?? [];
  const entered = useEntered();
  const put = (words: readonly string[]) => write(scope, { kind: 'add-keywords', terms: words });
  const add = (words: readonly string[]) => {
    put(words);
    entered.look(words);
  };
  const suggestions = useSuggestions(assignmentId, scope, desk !== undefined, put);
  return (
    <Box minWidth="0">
      <Flex justifyContent="space-between" textStyle="hint" marginBottom="1" columnGap="3">
        <chakra.label htmlFor={id} color="ink" fontWeight="600">
          {labels.keywords}
        </chakra.label>
        <Flex columnGap="3">
          {count > 1 && <span>on all · on some (n)</span>}
          {terms.length > 0 && (
            <LinkButton
              type="button"
              title="Beside the flat keywords, their paths in the vocabulary (Metadata Working Group)"
              onClick={() => write(scope, { kind: 'keyword-paths' })}
            >
              {labels.writePaths}
            </LinkButton>
          )}
          <BundleMenu words={terms.map((one) => one.term)} onTake={put} />
        </Flex>
      </Flex>
      <Flex wrap="wrap" gap="1.5" alignItems="center" maxHeight="6.5rem" overflowY="auto">
        {terms.map(({ term, count: on }) => (
          <Term
            key={term}
            term={term}
            count={on}
            of={count}
            onAll={() => put([term])}
            onRemove={() => write(scope, { kind: 'remove-keywords', terms: [term] })}
          />
        ))}
        {desk && desk.moreKeywords > 0 && (
          <chakra.span textStyle="hint">and {formatNumber(desk.moreKeywords)} more</chakra.span>
        )}
      </Flex>
      <TermBox
        id={id}
        placeholder="type, then comma"
        onWords={add}
        onEmptyKey={suggestions.onKey}
        paddingTop={terms.length > 0 ? '1' : '0'}
      />
      <EnteredNotes
        entered={entered}
        onReplace={(typed, word) => write(scope, { kind: 'replace-keywords', from: [typed], to: [word] })}
      />
      <Suggestions shown={suggestions.shown} marked={suggestions.marked} onTake={suggestions.take} />
    </Box>
  );
}
