'use client';

import { Flex } from '@chakra-ui/react';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import type { ToldWriting, WritingSteps } from '@/server/operations/undoWriting';
import { WordAct } from '@/ui/acts';
import { ask } from '@/ui/api';
import { writingWords } from './writingWords';

/** The last act of writing undone, or done again; Ctrl+Z and Ctrl+Shift+Z outside of a text. */
export function UndoRedo({ assignmentId, settle }: { assignmentId: string; settle: () => Promise<void> }) {
  const queries = useQueryClient();
  const { data: steps } = useQuery({
    queryKey: ['photos', assignmentId, 'steps'],
    queryFn: () => ask<WritingSteps>(`assignments/${assignmentId}/writing`),
  });
  const { mutate, isPending, data, error } = useMutation({
    mutationFn: async ({ id, undone }: { id: string; undone: boolean }) => {
      await settle();
      return ask<{ kept: number }>(`assignments/${assignmentId}/writing`, 'PATCH', { writingId: id, undone });
    },
    onSettled: () => queries.invalidateQueries({ queryKey: ['photos', assignmentId] }),
  });
  const { undo, redo } = steps ?? {};
  const step = (act: ToldWriting | undefined, undone: boolean) =>
    act && !isPending && mutate({ id: act.id, undone });
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const letter = event.key.toLowerCase();
      if (!(event.ctrlKey || event.metaKey) || event.altKey || isText(event.target)) return;
      if (letter !== 'z' && letter !== 'y') return;
      event.preventDefault();
      const again = letter === 'y' || event.shiftKey;
      step(again ? redo : undo, !again);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });
  return (
    <Flex gap="4" alignItems="center" role="group" aria-label="Undo and redo">
      {undo && (
        <WordAct
          type="button"
          disabled={isPending}
          aria-keyshortcuts="Control+Z"
          onClick={() => step(undo, true)}
        >
          Undo {writingWords(undo)}
        </WordAct>
      )}
      {redo && (
        <WordAct
          type="button"
          disabled={isPending}
          aria-keyshortcuts="Control+Shift+Z"
          onClick={() => step(redo, false)}
        >
          Redo {writingWords(redo)}
        </WordAct>
      )}
      <span role="status">
        {error?.message ??
          (data && data.kept > 0
            ? `${data.kept === 1 ? '1 picture was' : `${data.kept} pictures were`} written to since, and kept`
            : '')}
      </span>
    </Flex>
  );
}

function isText(target: EventTarget | null): boolean {
  return target instanceof HTMLElement && target.closest('input, textarea, [contenteditable]') !== null;
}
