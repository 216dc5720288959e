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
    mutationFn: (wanted: { id: string; undone: boolean }) => apiRequest('vocabulary', 'PATCH', wanted),
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
    step: (id: string, undone: boolean) => {
      act.reset();
      step.mutate({ id, undone });
    },
    steps,
    error: act.error ?? step.error,
    isBusy: act.isPending || step.isPending,
  };
}
export type VocabularyActs = ReturnType<typeof useVocabularyActs>;
