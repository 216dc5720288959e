'use client';

import { useMutation, useQueryClient } from '@tanstack/react-query';
import type { Assignment, AssignmentChange } from '@/server/operations/assignments/assignments';
import { apiRequest } from '@/ui/api';
import { queryKeys } from '@/ui/queryKeys';
import { refresh } from '@/ui/refresh';
import { takeAnswer } from '@/ui/takeAnswer';

/**
 * Changes an assignment by choices that hold at once: the page shows them before the server has answered,
 * so that the next choice builds on them, and they are sent one after the other.
 */
export function useChangeAssignment(id: string) {
  const queries = useQueryClient();
  const queryKey = queryKeys.assignment(id);
  const mutationKey = ['change assignment', id];
  const isLast = () => queries.isMutating({ mutationKey }) === 1;
  return useMutation({
    mutationKey,
    scope: { id: `assignment ${id}` },
    mutationFn: (change: AssignmentChange) => apiRequest<Assignment>(`assignments/${id}`, 'PATCH', change),
    onMutate: async (change) => {
      await queries.cancelQueries({ queryKey });
      queries.setQueryData<Assignment>(queryKey, (before) => before && { ...before, ...(change as object) });
    },
    // An earlier answer does not know of later choices that still wait.
    onSuccess: (assignment) => isLast() && takeAnswer(queries, queryKey, assignment),
    onError: () => isLast() && refresh(queries, { queryKey }),
  });
}
