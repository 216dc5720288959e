'use client';

import { Flex } from '@chakra-ui/react';
import { LinkButton } from '@/ui/buttons';
import { useStepKeys } from '@/ui/useStepKeys';
import { actWords } from './actWords';
import type { VocabularyActs } from './useVocabularyActs';

/** The last act on the vocabulary undone, or done again; Ctrl+Z and Ctrl+Shift+Z outside of a text. */
export function ActSteps({ acts: { steps, step, isBusy } }: { acts: VocabularyActs }) {
  const { undo, redo } = steps;
  useStepKeys((asked) => step(asked === 'undo'));
  return (
    <Flex gap="4" role="group" aria-label="Undo and redo" fontSize="small">
      {undo && (
        <LinkButton
          type="button"
          aria-keyshortcuts="Control+Z"
          disabled={isBusy}
          onClick={() => step(true, undo.id)}
        >
          Undo {actWords(undo)}
        </LinkButton>
      )}
      {redo && (
        <LinkButton
          type="button"
          aria-keyshortcuts="Control+Shift+Z"
          disabled={isBusy}
          onClick={() => step(false, redo.id)}
        >
          Redo {actWords(redo)}
        </LinkButton>
      )}
    </Flex>
  );
}
