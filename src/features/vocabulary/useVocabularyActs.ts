'use client';

import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { AskedAct } from '@/server/operations/vocabulary/askedAct';
import type { VocabularySteps } from '@/server/operations/vocabulary/changeVocabulary';
import { apiRequest } from '@/ui/api';
import { queryKeys } from '@/ui/queryKeys';
import { readAfterAct } from '@/ui/readAfterAct';
import { newKey } from '@/ui/useRequestOnce';

/** Acts on the vocabulary, one after the other; each can be undone. */
export function useVocabularyActs() {
  const queries = useQueryClient();
  const onSuccess = () => readAfterAct(queries, queryKeys.vocabulary());
  const act = useMutation({
    scope: { id: 'vocabulary' },
    mutationFn: ({ asked, key }: { asked: AskedAct; key: string }) =>
      apiRequest('vocabulary', 'POST', asked, key),
    onSuccess,
  });
  const step = useMutation({
    scope: { id: 'vocabulary' },
    // A press without an id takes what is next once everything pressed before is carried out.
    mutationFn: async ({ id, undone }: { id?: string; undone: boolean }) => {
      const wanted = id ?? (await apiRequest<VocabularySteps>('vocabulary'))[undone ? 'undo' : 'redo']?.id;
      if (wanted) await apiRequest('vocabulary', 'PATCH', { id: wanted, undone });
    },
    onSuccess,
  });
  const { data: steps = {} } = useQuery({
    queryKey: queryKeys.vocabularySteps(),
    queryFn: () => apiRequest<VocabularySteps>('vocabulary'),
  });
  return {
    /** Comes when it is done; fails where the vocabulary refuses it. */
    act: (asked: AskedAct) => {
      step.reset();
      return act.mutateAsync({ asked, key: newKey() });
    },
    step: (undone: boolean, id?: string) => {
      act.reset();
      step.mutate({ undone, id });
    },
    steps,
    error: act.error ?? step.error,
    isBusy: act.isPending || step.isPending,
  };
}
export type VocabularyActs = ReturnType<typeof useVocabularyActs>;
