'use client';

import { Flex } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { counted } from '@/core/wording/counts';
import type { WritingSteps } from '@/server/operations/drafts/undoWriting';
import { apiRequest } from '@/ui/api';
import { LinkButton } from '@/ui/buttons';
import { queryKeys } from '@/ui/queryKeys';
import { useStepKeys } from '@/ui/useStepKeys';
import type { WritingState } from '../store/useWriting';
import { writingWords } from './writingWords';

/** The last act of writing undone, or done again; Ctrl+Z and Ctrl+Shift+Z outside of a text. */
export function UndoRedo({
  assignmentId,
  writing: { step, lastStep },
}: {
  assignmentId: string;
  writing: Pick<WritingState, 'step' | 'lastStep'>;
}) {
  const { data: steps } = useQuery({
    queryKey: queryKeys.writingSteps(assignmentId),
    queryFn: () => apiRequest<WritingSteps>(`assignments/${assignmentId}/writing`),
  });
  const { undo, redo } = steps ?? {};
  useStepKeys((which) => step(which === 'undo'));
  return (
    <Flex gap="4" alignItems="center" role="group" aria-label="Undo and redo">
      {undo && (
        <LinkButton type="button" aria-keyshortcuts="Control+Z" onClick={() => step(true, undo.id)}>
          Undo {writingWords(undo)}
        </LinkButton>
      )}
      {redo && (
        <LinkButton type="button" aria-keyshortcuts="Control+Shift+Z" onClick={() => step(false, redo.id)}>
          Redo {writingWords(redo)}
        </LinkButton>
      )}
      <span role="status">{lastStep && stepWords(lastStep)}</span>
    </Flex>
  );
}

function stepWords(step: NonNullable<WritingState['lastStep']>): string {
  if ('message' in step) return step.message;
  return step.kept > 0
    ? `${counted(step.kept, 'picture was', 'pictures were')} written to since, and kept`
    : '';
}
