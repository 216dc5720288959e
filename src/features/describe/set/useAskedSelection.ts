'use client';

import { useSearchParams } from 'next/navigation';
import { useEffect, useRef } from 'react';
import { type ThreadId, threads } from '@/core/threads/threads';
import type { PhotoView } from './view';

/** The pictures that lack a thread: it is empty, or the records of the file disagree about it. */
export function lacking(views: readonly PhotoView[], thread: ThreadId): string[] {
  return views
    .filter(({ strip }) => strip[thread] === 'foot' || strip[thread] === 'broken')
    .map((view) => view.id);
}

/** Selects what the address asks for (`?select=caption`, `?select=disagrees`), once, when all pictures are there. */
export function useAskedSelection(
  views: readonly PhotoView[],
  total: number,
  select: (ids: readonly string[]) => void,
): void {
  const asked = useSearchParams().get('select');
  const done = useRef<string>(undefined);
  useEffect(() => {
    if (!asked || done.current === asked || views.length === 0 || views.length < total) return;
    done.current = asked;
    const thread = threads.find((one) => one.id === asked);
    if (thread) select(lacking(views, thread.id));
    else if (asked === 'disagrees')
      select(views.filter(({ strip }) => Object.values(strip).includes('broken')).map((view) => view.id));
  }, [asked, views, total, select]);
}
