'use client';

import { useQueryClient } from '@tanstack/react-query';
import type { Assignment, AssignmentChange } from '@/server/operations/assignments/assignments';
import { apiRequest } from '@/ui/api';
import { queryKeys } from '@/ui/queryKeys';
import { refresh } from '@/ui/refresh';
import { takeAnswer } from '@/ui/takeAnswer';
import { type AutoSave, useAutoSave } from '@/ui/useAutoSave';

/** Some parts of an assignment that save themselves; `place` is where they are kept until they are saved. */
export function useSavedAssignment<Part extends 'name' | 'publishedOn' | 'facts' | 'people' | 'language'>(
  place: string,
  assignment: Assignment,
  parts: readonly Part[],
): AutoSave<Pick<Assignment, Part>> {
  const queries = useQueryClient();
  const queryKey = queryKeys.assignment(assignment.id);
  const partsOf = (whole: Assignment) =>
    Object.fromEntries(parts.map((part) => [part, whole[part]])) as Pick<Assignment, Part>;
  return useAutoSave<Pick<Assignment, Part>>({
    place: `${place} ${assignment.id}`,
    saved: partsOf(assignment),
    readAgain: () => refresh(queries, { queryKey }),
    save: async (change, met) => {
      const wish: AssignmentChange = { ...change, met };
      const changed = await apiRequest<Assignment>(`assignments/${assignment.id}`, 'PATCH', wish);
      await takeAnswer(queries, queryKey, changed);
      return partsOf(changed);
    },
  });
}
