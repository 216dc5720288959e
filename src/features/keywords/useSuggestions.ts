'use client';

import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { type KeyboardEvent, useState } from 'react';
import type { Scope } from '@/core/drafts/scope';
import type { Suggestion } from '@/core/keywords/suggest';
import { apiRequest } from '@/ui/api';
import { queryKeys } from '@/ui/queryKeys';

const none: readonly Suggestion[] = [];
/** What one window of the desk shows without crowding it. */
const SHOWN = 8;

/** Words to offer for some pictures. An arrow goes among them, Enter takes the marked one, Shift+Enter all of them. */
export function useSuggestions(
  assignmentId: string,
  scope: Scope,
  isAsked: boolean,
  onTake: (words: readonly string[]) => void,
) {
  const [marked, setMarked] = useState(-1);
  const { data } = useQuery({
    queryKey: queryKeys.suggestions(assignmentId, scope),
    queryFn: () => apiRequest<Suggestion[]>(`assignments/${assignmentId}/suggestions`, 'POST', { scope }),
    enabled: isAsked,
    placeholderData: keepPreviousData,
    staleTime: 5000,
  });
  const shown = isAsked ? (data ?? none).slice(0, SHOWN) : none;
  const at = Math.min(marked, shown.length - 1);
  const take = (words: readonly string[]) => {
    setMarked(-1);
    onTake(words);
  };
  const onKey = (event: KeyboardEvent): boolean => {
    if (shown.length === 0 || event.ctrlKey || event.metaKey || event.altKey) return false;
    if (event.key === 'ArrowDown' || event.key === 'ArrowRight') setMarked((at + 1) % shown.length);
    else if (event.key === 'ArrowUp' || event.key === 'ArrowLeft')
      setMarked((at + shown.length) % shown.length);
    else if (event.key === 'Enter' && event.shiftKey) take(shown.map((one) => one.word));
    else if (event.key === 'Enter' && at >= 0) take([shown[at]!.word]);
    else return false;
    return true;
  };
  return { shown, marked: at, take, onKey };
}
