'use client';

import { keepPreviousData, useInfiniteQuery } from '@tanstack/react-query';
import { useDeferredValue, useMemo } from 'react';
import type { SearchAnswer } from '@/server/operations/search/searchPhotos';
import { apiRequest } from '@/ui/api';
import { queryKeys } from '@/ui/queryKeys';
import type { FindAddress } from './findAddress';

export type Answer = SearchAnswer & { readonly notUnderstood: readonly string[] };

/** While pictures wait for the index, each look indexes some more. */
const AGAIN_MS = 1000;

/** The pictures of a search, window by window; the first window has total and facets. */
export function useFound({ words, where }: FindAddress) {
  const asked = useDeferredValue(JSON.stringify({ words, where }));
  const { data, error, hasNextPage, fetchNextPage, isFetching, isPlaceholderData } = useInfiniteQuery({
    queryKey: queryKeys.search(asked),
    queryFn: ({ pageParam }) =>
      apiRequest<Answer>('search', 'POST', { ...JSON.parse(asked), from: pageParam }),
    initialPageParam: 0,
    getNextPageParam: (last, pages) => {
      const shown = pages.reduce((sum, page) => sum + page.photos.length, 0);
      return shown < last.total && last.photos.length > 0 ? shown : undefined;
    },
    placeholderData: keepPreviousData,
    refetchInterval: ({ state }) => (state.data?.pages[0]?.waiting ? AGAIN_MS : false),
  });
  const photos = useMemo(() => data?.pages.flatMap((page) => page.photos) ?? [], [data]);
  return {
    first: data?.pages[0],
    photos,
    error,
    more: hasNextPage ? () => void fetchNextPage() : undefined,
    isLooking: isFetching || isPlaceholderData,
  };
}
