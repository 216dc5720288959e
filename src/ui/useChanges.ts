'use client';

import { type QueryClient, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import type { Change } from '@/server/jobs/queue';
import { concernedBy, isSlow } from './queryKeys';
import { follow } from './readAfterAct';
import { refresh } from './refresh';

/** A page that is left cuts its stream too: no message is needed. */
const NOTICED_AFTER_MS = 2000;
/** The browser itself tries a cut stream again; not one that was refused. */
const OPENED_AGAIN_AFTER_MS = 3000;

/** Keeps this window true: whatever changes anywhere is read again here. Gives whether that is not so just now. */
export function useChanges(): boolean {
  const queries = useQueryClient();
  const [isCut, setCut] = useState(false);
  useEffect(() => followChanges(queries, setCut), [queries]);
  return isCut;
}

/** Follows the stream of changes until the function that it gives is called. */
export function followChanges(queries: QueryClient, onCut: (isCut: boolean) => void): () => void {
  let stream: EventSource;
  let notice: ReturnType<typeof setTimeout> | undefined;
  let again: ReturnType<typeof setTimeout> | undefined;
  const open = () => {
    stream = new EventSource('/api/changes');
    follow(stream);
    stream.onopen = () => {
      clearTimeout(notice);
      notice = undefined;
      onCut(false);
      // What changed between the page's first look and now, or while the line was cut, was not announced.
      void refresh(queries, { predicate: ({ queryKey }) => !isSlow(queryKey) });
    };
    stream.onerror = () => {
      notice ??= setTimeout(() => onCut(true), NOTICED_AFTER_MS);
      if (stream.readyState === CLOSED) again = setTimeout(open, OPENED_AGAIN_AFTER_MS);
    };
    stream.onmessage = ({ data }) => {
      const { kind, id } = JSON.parse(data) as Change | { kind: 'everything'; id: string };
      if (kind === 'everything') void refresh(queries);
      else for (const queryKey of concernedBy[kind](id)) void refresh(queries, { queryKey });
    };
  };
  open();
  return () => {
    clearTimeout(notice);
    clearTimeout(again);
    follow(undefined);
    stream.close();
  };
}
/** The `readyState` of an EventSource that does not try again (HTML, 9.2.2). */
const CLOSED = 2;
