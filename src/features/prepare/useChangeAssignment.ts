'use client';

import { useMutation, useQueryClient } from '@tanstack/react-query';
import type { Assignment, AssignmentChange } from '@/server/operations/assignments';
import { ask } from '@/ui/api';

export function useChangeAssignment(id: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (change: AssignmentChange) => ask<Assignment>(`assignments/${id}`, 'PATCH', change),
    onSuccess: (assignment) => queries.setQueryData(['assignment', id], assignment),
  });
}
