'use client';

import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { type MakerAnswer, makerKey } from '@/core/rights/makers';
import type { AnsweredMaker } from '@/server/operations/identities/makers';
import { ask } from './api';
import { queryKeys } from './queryKeys';

/** Answers about makers: remembered, and true in every window. */
export function useMakers() {
  const queries = useQueryClient();
  const { data = [] } = useQuery({
    queryKey: queryKeys.makers(),
    queryFn: () => ask<AnsweredMaker[]>('makers'),
  });
  // Seen at once; what the server keeps then says the same.
  const [said, setSaid] = useState<ReadonlyMap<string, MakerAnswer>>(new Map());
  const answers: ReadonlyMap<string, MakerAnswer> = useMemo(
    () => new Map([...data.map((one) => [one.key, one.answer] as const), ...said]),
    [data, said],
  );
  const { mutate, error } = useMutation({
    mutationFn: (told: { name: string; answer: MakerAnswer }) => ask<AnsweredMaker>('makers', 'PUT', told),
    onError: () => setSaid(new Map()),
    onSettled: () => queries.invalidateQueries({ queryKey: queryKeys.makers() }),
  });
  const answer = (name: string, told: MakerAnswer) => {
    setSaid((before) => new Map(before).set(makerKey(name), told));
    mutate({ name, answer: told });
  };
  return { answers, answer, kept: data, notKept: error };
}
