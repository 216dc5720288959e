'use client';

import { Flex } from '@chakra-ui/react';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { counted } from '@/core/wording/counts';
import type { WritingSteps } from '@/server/operations/drafts/undoWriting';
import { apiRequest } from '@/ui/api';
import { LinkButton } from '@/ui/buttons';
import { queryKeys } from '@/ui/queryKeys';
import { readAfterAct } from '@/ui/readAfterAct';
import { useStepKeys } from '@/ui/useStepKeys';
import { readWhole, swapShown } from '../set/shownBefore';
import { writingWords } from './writingWords';

/** The last act of writing undone, or done again; Ctrl+Z and Ctrl+Shift+Z outside of a text. */
export function UndoRedo({ assignmentId, settle }: { assignmentId: string; settle: () => Promise<boolean> }) {
  const queries = useQueryClient();
  const where = `assignments/${assignmentId}/writing`;
  const stepsKey = queryKeys.writingSteps(assignmentId);
  const { data: steps } = useQuery({
    queryKey: stepsKey,
    queryFn: () => apiRequest<WritingSteps>(where),
  });
  const { mutate, data, error } = useMutation({
    // Presses are carried out one after the other: each key takes the act that is then the next one.
    scope: { id: where },
    mutationFn: async ({ id, undone }: { id?: string; undone: boolean }) => {
      const isLater = await settle();
      const next = async () => (await apiRequest<WritingSteps>(where))[undone ? 'undo' : 'redo']?.id;
      // What was being saved when it was pressed is the last act by now.
      const writingId = isLater && undone ? await next() : (id ?? (await next()));
      if (!writingId) return { kept: 0 };
      swapShown(queries, assignmentId, writingId);
      const { kept, ...after } = await apiRequest<{ kept: number } & WritingSteps>(where, 'PATCH', {
        writingId,
        undone,
      });
      // At once: a button whose words were of an earlier state would take another act.
      await queries.cancelQueries({ queryKey: stepsKey });
      queries.setQueryData<WritingSteps>(stepsKey, after);
      return { kept };
    },
    onSuccess: ({ kept }) =>
      kept > 0 ? readWhole(queries, assignmentId) : readAfterAct(queries, queryKeys.photos(assignmentId)),
    onError: () => readWhole(queries, assignmentId),
  });
  const { undo, redo } = steps ?? {};
  useStepKeys((step) => mutate({ undone: step === 'undo' }));
  return (
    <Flex gap="4" alignItems="center" role="group" aria-label="Undo and redo">
      {undo && (
        <LinkButton
          type="button"
          aria-keyshortcuts="Control+Z"
          onClick={() => mutate({ id: undo.id, undone: true })}
        >
          Undo {writingWords(undo)}
        </LinkButton>
      )}
      {redo && (
        <LinkButton
          type="button"
          aria-keyshortcuts="Control+Shift+Z"
          onClick={() => mutate({ id: redo.id, undone: false })}
        >
          Redo {writingWords(redo)}
        </LinkButton>
      )}
      <span role="status">
        {error?.message ??
          (data && data.kept > 0
            ? `${counted(data.kept, 'picture was', 'pictures were')} written to since, and kept`
            : '')}
      </span>
    </Flex>
  );
}
