'use client';

import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { foldedTerm } from '@/core/keywords/folded';
import type { OfferedTerm } from '@/server/operations/vocabulary/offerTerms';
import { apiRequest } from '@/ui/api';
import { queryKeys } from '@/ui/queryKeys';
import { type OptionMenu, useOptionMenu } from '@/ui/useOptionMenu';

const none: readonly OfferedTerm[] = [];

/** Whether one of its words begins with what is typed (core/keywords/completion). */
const isFor = ({ word, by = word }: OfferedTerm, typed: string) =>
  ` ${foldedTerm(by)}`.includes(` ${foldedTerm(typed)}`);

/** Terms of the vocabulary for what is typed (useOptionMenu). */
export function useTermMenu(typed: string, onTake: (offered: OfferedTerm) => void): OptionMenu<OfferedTerm> {
  const asked = typed.trim();
  const { isOpen, of } = useOptionMenu(asked === '' ? undefined : typed);
  const { data = none, isPlaceholderData } = useQuery({
    queryKey: queryKeys.completions(asked),
    queryFn: () => apiRequest<OfferedTerm[]>(`vocabulary/completions?typed=${encodeURIComponent(asked)}`),
    enabled: isOpen && asked.length <= 200,
    placeholderData: keepPreviousData,
    gcTime: 60_000,
  });
  // Terms for an earlier text stay until those for this one arrive, as far as they belong to it.
  return of(isPlaceholderData ? data.filter((one) => isFor(one, asked)) : data, onTake);
}
