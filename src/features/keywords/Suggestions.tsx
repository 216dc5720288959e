'use client';

import { chakra, Flex } from '@chakra-ui/react';
import type { Suggestion } from '@/core/keywords/suggest';
import { LinkButton } from '@/ui/buttons';
import { reasonWords } from './reasonWords';
import { labels } from './words';

/** Words on offer, each with its reason; one press takes one, another all that are shown. */
export function Suggestions({
  shown,
  marked,
  onTake,
}: {
  shown: readonly Suggestion[];
  marked: number;
  onTake: (words: readonly string[]) => void;
}) {
  if (shown.length === 0) return null;
  return (
    <Flex
      role="group"
      aria-label={labels.onOffer}
      columnGap="3"
      rowGap="0"
      wrap="wrap"
      textStyle="hint"
      paddingTop="1"
    >
      {shown.map(({ word, reason }, at) => (
        <span key={word}>
          <LinkButton
            type="button"
            aria-label={`Take ${word}`}
            bg={at === marked ? 'wash' : undefined}
            onMouseDown={(event) => event.preventDefault()}
            onClick={() => onTake([word])}
          >
            {word}
          </LinkButton>{' '}
          <chakra.span fontSize="tiny">{reasonWords(reason)}</chakra.span>
        </span>
      ))}
      {shown.length > 1 && (
        <LinkButton
          type="button"
          onMouseDown={(event) => event.preventDefault()}
          onClick={() => onTake(shown.map((one) => one.word))}
        >
          take these {shown.length}
        </LinkButton>
      )}
    </Flex>
  );
}
