'use client';

import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import type { Rule } from '@/core/checks/checklist';
import type { SetFacts } from '@/core/checks/facts';
import { isoDay } from '@/core/wording/formatDate';
import type { Assignment } from '@/server/operations/assignments/assignments';
import { apiRequest } from '@/ui/api';
import { queryKeys } from '@/ui/queryKeys';

/** What rules look at beside the pictures themselves. */
export type Beside = Omit<SetFacts, 'captions'>;

export function useBeside({ id, people }: Assignment, rules: readonly Rule[]): Beside {
  const { data } = useQuery({
    queryKey: queryKeys.unknownKeywords(id),
    queryFn: () => apiRequest<string[]>(`assignments/${id}/unknown-keywords`),
    enabled: rules.some((one) => one.check === 'keywords-known'),
  });
  return useMemo(
    () => ({
      today: isoDay(new Date()),
      people: [...new Set(people.map((one) => one.name))],
      unknownKeywords: data && new Set(data),
    }),
    [people, data],
  );
}
