'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { keepPreviousData, useInfiniteQuery } from '@tanstack/react-query';
import Link from 'next/link';
import { useSearchParams } from 'next/navigation';
import { useDeferredValue, useId, useState } from 'react';
import { formatDateTime } from '@/core/wording/formatDate';
import { runActs } from '@/server/runs/runActs';
import { apiRequest } from '@/ui/api';
import { Button } from '@/ui/buttons';
import { EmptyState } from '@/ui/EmptyState';
import { Select, TextInput } from '@/ui/inputs';
import { Notice } from '@/ui/Notice';
import { nameAddress } from '@/ui/nameAddress';
import { queryKeys } from '@/ui/queryKeys';
import { labels as uiLabels } from '@/ui/words';
import { PageMain } from '../shell/PageMain';
import { TopLine } from '../shell/TopLine';
import type { ListedRun } from './types';
import { labels, outcome, stateWords } from './words';

const PAGE = 50;
const parts = ['words', 'kind', 'from', 'to'] as const;
type Search = { readonly [P in (typeof parts)[number]]?: string };

/** All receipts, found by words, kind and day. */
export function ReceiptsPage() {
  const address = useSearchParams();
  const [search, setSearch] = useState<Search>(() =>
    Object.fromEntries(parts.flatMap((part) => (address.get(part) ? [[part, address.get(part)!]] : []))),
  );
  const change = (part: keyof Search, value: string) => {
    const { [part]: _, ...others } = search;
    const next = value === '' ? others : { ...others, [part]: value };
    setSearch(next);
    nameAddress(`/runs?${new URLSearchParams(next)}`);
  };
  const { runs, error, more, isLooking } = useReceipts(useDeferredValue(search));
  const isSearching = Object.keys(search).length > 0;
  return (
    <>
      <TopLine place="Receipts" placeHref="/runs" />
      <PageMain title="Receipts" maxWidth="68.75rem" paddingX="5" paddingY="5">
        <SearchBar search={search} onChange={change} />
        <Notice kind="error">{error?.message}</Notice>
        {runs?.map((run) => (
          <Box
            key={run.id}
            display="grid"
            gridTemplateColumns={{ base: '1fr', md: '1fr 1fr 13em' }}
            columnGap="5"
            borderTopWidth="1px"
            paddingY="1.5"
            fontSize="body"
          >
            <chakra.span textDecoration="underline" color="woad" overflowWrap="anywhere">
              <Link href={`/runs/${run.id}`}>{`${runActs[run.act].name}: ${run.assignmentName}`}</Link>
            </chakra.span>
            <chakra.span color="soft">
              {run.state === 'done' ? outcome(run.counts, run.act) : stateWords[run.state]}
            </chakra.span>
            <chakra.time
              dateTime={run.createdAt}
              color="soft"
              textAlign={{ md: 'right' }}
              suppressHydrationWarning
            >
              {formatDateTime(run.createdAt)}
            </chakra.time>
          </Box>
        ))}
        {runs?.length === 0 &&
          (isSearching ? (
            <Box color="soft" fontSize="body" paddingY="3">
              {labels.noReceiptsMatch}
            </Box>
          ) : (
            <EmptyState title="No receipts yet">
              Every run leaves one: what was written into which file, what stood there before, and how it was
              verified.
            </EmptyState>
          ))}
        {more && (
          <Button type="button" marginTop="4" onClick={more} disabled={isLooking}>
            Earlier ones
          </Button>
        )}
      </PageMain>
    </>
  );
}

function SearchBar({
  search,
  onChange,
}: {
  search: Search;
  onChange: (part: keyof Search, value: string) => void;
}) {
  const id = useId();
  return (
    <Flex role="search" gap="5" rowGap="2" wrap="wrap" alignItems="center" fontSize="body" marginBottom="4">
      <Flex alignItems="center" gap="2" flex="1" minWidth="16em">
        <label htmlFor={`${id}words`}>{uiLabels.find}</label>
        <TextInput
          id={`${id}words`}
          placeholder="assignment, file or template"
          maxLength={200}
          value={search.words ?? ''}
          onChange={(event) => onChange('words', event.target.value)}
        />
      </Flex>
      <Flex alignItems="center" gap="2">
        <label htmlFor={`${id}kind`}>{labels.kind}</label>
        <Select
          id={`${id}kind`}
          width="auto"
          value={search.kind ?? ''}
          onChange={(event) => onChange('kind', event.target.value)}
        >
          <option value="">all</option>
          <option value="import">brought in</option>
          <option value="embed">embedded</option>
          <option value="deliver">delivered</option>
          <option value="undo">undone</option>
        </Select>
      </Flex>
      {(['from', 'to'] as const).map((part) => (
        <Flex key={part} alignItems="center" gap="2">
          <label htmlFor={`${id}${part}`}>{part === 'from' ? uiLabels.from : labels.to}</label>
          <TextInput
            id={`${id}${part}`}
            type="date"
            width="10em"
            value={search[part] ?? ''}
            onChange={(event) => onChange(part, event.target.value)}
          />
        </Flex>
      ))}
    </Flex>
  );
}

function useReceipts(search: Search) {
  const { data, error, hasNextPage, fetchNextPage, isFetchingNextPage } = useInfiniteQuery({
    queryKey: queryKeys.receipts(search),
    queryFn: ({ pageParam }) => {
      const query = new URLSearchParams({ ...search, ...(pageParam ? { behind: pageParam } : {}) });
      return apiRequest<ListedRun[]>(`runs?${query}`);
    },
    initialPageParam: '',
    getNextPageParam: (last) => (last.length === PAGE ? last.at(-1)!.id : undefined),
    placeholderData: keepPreviousData,
  });
  return {
    runs: data?.pages.flat(),
    error,
    more: hasNextPage ? () => void fetchNextPage() : undefined,
    isLooking: isFetchingNextPage,
  };
}
