'use client';

import { keepPreviousData, useQuery } from '@tanstack/react-query';
import type { EnteredTerm } from '@/server/operations/vocabulary/offerTerms';
import { apiRequest } from '@/ui/api';
import { queryKeys } from '@/ui/queryKeys';

const none: ReadonlySet<string> = new Set();
/** "sailmaker’s" is the word of the sailmaker. */
const bare = (word: string) => word.replace(/['’]s?$/, '');

/** Which of some words are terms of the vocabulary, in the singular, plural or genitive. */
export function useKnownTerms(words: readonly string[]): ReadonlySet<string> {
  const { data } = useQuery({
    queryKey: queryKeys.knownTerms(words),
    queryFn: async () => {
      const found = await apiRequest<EnteredTerm[]>('vocabulary/entered', 'POST', { words: words.map(bare) });
      const isKnown = ({ isKnown: is, near }: EnteredTerm) =>
        is || near.some(({ nearness }) => nearness !== 'letter');
      return new Set(words.filter((_, at) => isKnown(found[at]!)));
    },
    enabled: words.length > 0,
    placeholderData: keepPreviousData,
    staleTime: 60_000,
  });
  return data ?? none;
}
