'use client';

import { useMutation, useQuery } from '@tanstack/react-query';
import type { Checklist } from '@/core/checks/checklist';
import { readyList, readyLists, usualList } from '@/core/checks/ready';
import type { Assignment } from '@/server/operations/assignments/assignments';
import { apiRequest } from '@/ui/api';
import { queryKeys } from '@/ui/queryKeys';

/** Your own checklists; undefined until they are known. */
function useOwnChecklists(isNeeded = true): readonly Checklist[] | undefined {
  const { data } = useQuery({
    queryKey: queryKeys.checklists(),
    queryFn: () => apiRequest<Checklist[]>('checklists'),
    enabled: isNeeded,
  });
  return data;
}

/** The list of an assignment, and how it gets another. */
export function useChecklist(assignment: Assignment, isNeeded = true) {
  const own = useOwnChecklists(isNeeded);
  const { mutate, error } = useMutation({
    mutationFn: (checklist: string) => apiRequest(`assignments/${assignment.id}`, 'PATCH', { checklist }),
  });
  const list = readyList(assignment.checklist) ?? own?.find((one) => one.id === assignment.checklist);
  return {
    /** undefined as long as your own are not known. */
    list: list ?? (own ? usualList : undefined),
    own: own ?? [],
    ready: readyLists as readonly Checklist[],
    choose: mutate,
    error,
  };
}
export type ChosenChecklist = ReturnType<typeof useChecklist>;
