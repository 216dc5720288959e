'use client';

import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useRef, useState } from 'react';
import type { TemplateSteps } from '@/server/operations/templates/templateSteps';
import type { ListedTemplate } from '@/server/operations/templates/templates';
import { apiRequest } from '@/ui/api';
import { queryKeys } from '@/ui/queryKeys';
import { refresh } from '@/ui/refresh';
import type { AutoSave } from '@/ui/useAutoSave';

/**
 * Undo and redo over the whole page, kept by the server: they outlive a reload. Each press is one step, in
 * the order of the presses; what is typed just now is saved first.
 */
export function useTemplateSteps(
  id: string | undefined,
  saving: AutoSave<unknown>['state'],
  settle: () => Promise<ListedTemplate | undefined>,
  reopen: (fresh: ListedTemplate) => void,
) {
  const queries = useQueryClient();
  const read = useCallback((of: string) => apiRequest<TemplateSteps>(`templates/${of}/draft`), []);
  const { data: steps = {} } = useQuery({
    queryKey: queryKeys.templateSteps(id, saving === 'saved'),
    queryFn: () => read(id!),
    enabled: id !== undefined && saving === 'saved',
    staleTime: 0,
  });
  const [stepError, setError] = useState<string>();
  const queue = useRef(Promise.resolve());
  const step = useCallback(
    (undone: boolean, stepId?: string) => {
      queue.current = queue.current
        .then(async () => {
          setError(undefined);
          const template = await settle();
          if (!template) return;
          const wanted = stepId ?? (await read(template.id))[undone ? 'undo' : 'redo']?.id;
          if (!wanted) return;
          reopen(
            await apiRequest<ListedTemplate>(`templates/${template.id}/draft`, 'PATCH', {
              stepId: wanted,
              undone,
            }),
          );
          await refresh(queries, { queryKey: queryKeys.templateSteps() });
        })
        .catch((error: Error) => setError(error.message));
    },
    [settle, read, reopen, queries],
  );
  return {
    steps,
    stepError,
    /** The change that is next, or the one that a button names: pressed twice, that one is undone once. */
    undo: useCallback((stepId?: string) => step(true, stepId), [step]),
    redo: useCallback((stepId?: string) => step(false, stepId), [step]),
  };
}
