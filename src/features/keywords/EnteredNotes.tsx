'use client';

import { Box, chakra } from '@chakra-ui/react';
import type { Nearness } from '@/core/keywords/similar';
import type { EnteredTerm } from '@/server/operations/vocabulary/offerTerms';
import { LinkButton } from '@/ui/buttons';
import type { Entered } from './useEntered';
import { labels } from './words';

const nearnessWords: Readonly<Record<Nearness, string>> = {
  spelling: 'spelled otherwise',
  number: 'singular or plural',
  letter: 'one letter off',
};

/** Of words just entered: what they were led to, and what they may be meant for, with the repair beside it. */
export function EnteredNotes({
  entered: { notes, settle, keepApart },
  onReplace,
}: {
  entered: Entered;
  onReplace: (typed: string, word: string) => void;
}) {
  return (
    <Box role="status" aria-label={labels.ofTheWordsJustEntered} textStyle="hint">
      {notes.map((note) => (
        <Box key={note.typed} paddingTop="1">
          <Said {...note} />
          {note.near.map(({ word, nearness }) => (
            <span key={word}>
              “{note.typed}”: is it{' '}
              <LinkButton
                type="button"
                aria-label={`Write ${word} for ${note.typed}`}
                onClick={() => {
                  onReplace(note.typed, word);
                  settle(note.typed);
                }}
              >
                {word}
              </LinkButton>{' '}
              ({nearnessWords[nearness]})?{' '}
              <LinkButton
                type="button"
                aria-label={`keep both: ${note.typed} and ${word}`}
                onClick={() => keepApart(note.typed, word)}
              >
                keep both
              </LinkButton>{' '}
            </span>
          ))}
        </Box>
      ))}
    </Box>
  );
}

function Said({ typed, word, state }: EnteredTerm) {
  if (state === 'heading')
    return (
      <chakra.span color="weldText">“{word}” is a heading: it groups others and is not written.</chakra.span>
    );
  if (state === 'retired')
    return <chakra.span color="weldText">“{word}” is retired; it was written anyway.</chakra.span>;
  if (typed.toLowerCase() === word.toLowerCase()) return null;
  return (
    <span>
      {typed} → <chakra.span color="ink">{word}</chakra.span>
    </span>
  );
}
