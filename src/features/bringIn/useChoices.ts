'use client';

import { useQueryClient } from '@tanstack/react-query';
import { type ImportChoices, usualChoices } from '@/core/naming/importChoices';
import type { Assignment, AssignmentChange } from '@/server/operations/assignments/assignments';
import { apiRequest } from '@/ui/api';
import { queryKeys } from '@/ui/queryKeys';
import { refresh } from '@/ui/refresh';
import { takeAnswer } from '@/ui/takeAnswer';
import { useAutoSave } from '@/ui/useAutoSave';

function choicesOf(assignment: Pick<Assignment, 'importChoices'>): ImportChoices {
  return { ...usualChoices, ...assignment.importChoices };
}

/** How pictures are to come in; kept with the assignment a moment after each change. */
export function useChoices(assignment: Assignment) {
  const queries = useQueryClient();
  const written = useAutoSave<ImportChoices | null>({
    place: `choices ${assignment.id}`,
    saved: assignment.importChoices,
    readAgain: () => refresh(queries, { queryKey: queryKeys.assignment(assignment.id) }),
    save: async (importChoices, met) => {
      const wish: AssignmentChange = {
        ...(importChoices ? { importChoices } : {}),
        met: { importChoices: met },
      };
      const changed = await apiRequest<Assignment>(`assignments/${assignment.id}`, 'PATCH', wish);
      await takeAnswer(queries, queryKeys.assignment(assignment.id), changed);
      return changed.importChoices;
    },
  });
  const choices = choicesOf({ importChoices: written.value });
  const change = (part: Partial<ImportChoices>) =>
    written.change((before) => ({ ...choicesOf({ importChoices: before }), ...part }));
  return { choices, change, written };
}
