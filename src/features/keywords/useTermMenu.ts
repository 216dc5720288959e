'use client';

import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { type KeyboardEvent, useState } from 'react';
import { foldedTerm } from '@/core/keywords/folded';
import type { OfferedTerm } from '@/server/operations/vocabulary/offerTerms';
import { apiRequest } from '@/ui/api';
import { queryKeys } from '@/ui/queryKeys';

const none: readonly OfferedTerm[] = [];

/** Whether one of its words begins with what is typed (core/keywords/completion). */
const isFor = ({ word, by = word }: OfferedTerm, typed: string) =>
  ` ${foldedTerm(by)}`.includes(` ${foldedTerm(typed)}`);

/**
 * Terms of the vocabulary for what is typed. Nothing is marked until an arrow goes there: Enter and Tab write
 * what was typed, or the marked one.
 */
export function useTermMenu(typed: string, onTake: (offered: OfferedTerm) => void) {
  const [marked, setMarked] = useState(-1);
  const [closedAt, setClosedAt] = useState<string>();
  const asked = typed.trim();
  const isOpen = asked !== '' && typed !== closedAt;
  const { data = none, isPlaceholderData } = useQuery({
    queryKey: queryKeys.completions(asked),
    queryFn: () => apiRequest<OfferedTerm[]>(`vocabulary/completions?typed=${encodeURIComponent(asked)}`),
    enabled: isOpen && asked.length <= 200,
    placeholderData: keepPreviousData,
    gcTime: 60_000,
  });
  // Terms for an earlier text stay until those for this one arrive, as far as they belong to it.
  const found = !isOpen ? none : isPlaceholderData ? data.filter((one) => isFor(one, asked)) : data;
  const at = Math.min(marked, found.length - 1);
  const take = (index: number) => {
    setMarked(-1);
    onTake(found[index]!);
  };
  /** Whether the key was for the menu. */
  const onKey = (event: KeyboardEvent): boolean => {
    if (found.length === 0 || event.ctrlKey || event.metaKey || event.altKey || event.shiftKey) return false;
    if (event.key === 'ArrowDown') setMarked((at + 1) % found.length);
    else if (event.key === 'ArrowUp') setMarked((at + found.length) % found.length);
    else if ((event.key === 'Enter' || event.key === 'Tab') && at >= 0) take(at);
    else if (event.key === 'Escape') setClosedAt(typed);
    else return false;
    event.preventDefault();
    event.stopPropagation();
    return true;
  };
  return { found, marked: at, take, onKey, unmark: () => setMarked(-1), close: () => setClosedAt(typed) };
}
