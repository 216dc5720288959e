'use client';

import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { type MakerAnswer, makerKey } from '@/core/rights/makers';
import type { AnsweredMaker } from '@/server/operations/identities/makers';
import { apiRequest } from './api';
import { queryKeys } from './queryKeys';
import { refresh } from './refresh';

/** Answers about makers: remembered, and true in every window. */
export function useMakers() {
  const queries = useQueryClient();
  const { data = [] } = useQuery({
    queryKey: queryKeys.makers(),
    queryFn: () => apiRequest<AnsweredMaker[]>('makers'),
  });
  // Seen at once; what the server keeps then says the same.
  const [given, setGiven] = useState<ReadonlyMap<string, MakerAnswer>>(new Map());
  const answers: ReadonlyMap<string, MakerAnswer> = useMemo(
    () => new Map([...data.map((one) => [one.key, one.answer] as const), ...given]),
    [data, given],
  );
  const { mutate, error } = useMutation({
    mutationFn: (act: { name: string; answer: MakerAnswer }) =>
      apiRequest<AnsweredMaker>('makers', 'PUT', act),
    onError: () => setGiven(new Map()),
    onSettled: () => refresh(queries, { queryKey: queryKeys.makers() }),
  });
  const answer = (name: string, chosen: MakerAnswer) => {
    setGiven((before) => new Map(before).set(makerKey(name), chosen));
    mutate({ name, answer: chosen });
  };
  return { answers, answer, kept: data, notKept: error };
}
