'use client';

import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { foldedTerm } from '@/core/keywords/folded';
import { wordsOfTerm } from '@/core/keywords/vocabulary/term';
import { narrowerTerms, type TermInTree, termsInTree } from '@/core/keywords/vocabulary/tree';
import type { ListedTerm } from '@/server/operations/vocabulary/listTerms';
import { apiRequest } from '@/ui/api';
import { queryKeys } from '@/ui/queryKeys';

export type TermMap = ReadonlyMap<string, ListedTerm>;
const none: TermMap = new Map();

/** All terms with their use, by id; undefined until they are known. */
export function useVocabulary(): {
  readonly terms: TermMap;
  readonly isKnown: boolean;
  readonly error: Error | null;
} {
  const { data, error } = useQuery({
    queryKey: queryKeys.vocabularyTerms(),
    queryFn: () => apiRequest<ListedTerm[]>('vocabulary/terms'),
    structuralSharing: false,
  });
  const terms = useMemo(() => (data ? new Map(data.map((one) => [one.id, one])) : none), [data]);
  return { terms, isKnown: data !== undefined, error };
}

export const termShows = {
  all: 'all',
  used: 'on pictures',
  unused: 'on no picture',
  once: 'on one picture',
  heading: 'headings',
  retired: 'retired',
} as const;
export type TermShow = keyof typeof termShows;

const isShown: Readonly<Record<TermShow, (term: ListedTerm) => boolean>> = {
  all: () => true,
  used: (term) => term.pictures > 0,
  unused: (term) => term.pictures === 0 && !term.state,
  once: (term) => term.pictures === 1,
  heading: (term) => term.state === 'heading',
  retired: (term) => term.state === 'retired',
};

export interface TermRows {
  readonly rows: readonly TermInTree[];
  /** Whether they are a part that was looked for, and not the tree. */
  readonly isFound: boolean;
}

/** The rows of the tree, or those that letters and a choice leave of it: of any word of a term. */
export function useTermRows(
  terms: TermMap,
  { words, show, folded }: { words: string; show: TermShow; folded: ReadonlySet<string> },
): TermRows {
  const under = useMemo(() => narrowerTerms(terms), [terms]);
  const tree = useMemo(() => termsInTree(under), [under]);
  const texts = useMemo(
    () => new Map([...terms.values()].map((one) => [one.id, searchedText(one)])),
    [terms],
  );
  const wanted = foldedTerm(words);
  return useMemo(() => {
    if (wanted === '' && show === 'all')
      return { rows: termsInTree(under, (id) => !folded.has(id)), isFound: false };
    const rows = tree.filter(
      ({ term }) =>
        isShown[show](terms.get(term.id)!) && (wanted === '' || texts.get(term.id)!.includes(wanted)),
    );
    return { rows: rows.map((row) => ({ ...row, level: 0, hasNarrower: false })), isFound: true };
  }, [wanted, show, under, tree, texts, terms, folded]);
}

const searchedText = (term: ListedTerm): string => wordsOfTerm(term).map(foldedTerm).join('\n');
