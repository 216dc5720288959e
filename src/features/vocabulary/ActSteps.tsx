'use client';

import { Flex } from '@chakra-ui/react';
import { useEffect } from 'react';
import { LinkButton } from '@/ui/buttons';
import { isText } from '@/ui/isText';
import { actWords } from './actWords';
import type { VocabularyActs } from './useVocabularyActs';

/** The last act on the vocabulary undone, or done again; Ctrl+Z and Ctrl+Shift+Z outside of a text. */
export function ActSteps({ acts: { steps, step, isBusy } }: { acts: VocabularyActs }) {
  const { undo, redo } = steps;
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const isUndo = event.key.toLowerCase() === 'z' && !event.shiftKey;
      const wanted = isUndo ? undo : redo;
      if (!(event.ctrlKey || event.metaKey) || event.altKey || isText(event.target)) return;
      if (!/^[zy]$/i.test(event.key) || !wanted || isBusy) return;
      event.preventDefault();
      step(wanted.id, isUndo);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });
  return (
    <Flex gap="4" role="group" aria-label="Undo and redo" fontSize="small">
      {undo && (
        <LinkButton
          type="button"
          aria-keyshortcuts="Control+Z"
          disabled={isBusy}
          onClick={() => step(undo.id, true)}
        >
          Undo {actWords(undo)}
        </LinkButton>
      )}
      {redo && (
        <LinkButton
          type="button"
          aria-keyshortcuts="Control+Shift+Z"
          disabled={isBusy}
          onClick={() => step(redo.id, false)}
        >
          Redo {actWords(redo)}
        </LinkButton>
      )}
    </Flex>
  );
}
