'use client';

import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import type { Change } from '@/server/jobs/queue';
import { refresh } from './refresh';

/** Looking at a source reads all its files: it is not done again for a new line. */
const SLOW = 'source';

/** Which queries a change concerns, by the beginning of their keys. */
const concerned: Readonly<Record<Change['kind'], (id: string) => readonly (readonly string[])[]>> = {
  run: () => [['runs']],
  identities: () => [['identities']],
  template: (id) => [['templates'], ['template', id], ['template-steps', id]],
  assignment: (id) => [['assignment', id]],
  photos: (id) => [
    ['photos', id],
    ['assignment', id],
  ],
};

/** Keeps this window true: whatever changes anywhere is read anew here. */
export function useChanges(): void {
  const queries = useQueryClient();
  useEffect(() => {
    const stream = new EventSource('/api/changes');
    // What changed between the page's first look and now, or while the line was cut, was told to nobody.
    stream.onopen = () => refresh(queries, { predicate: ({ queryKey }) => queryKey[0] !== SLOW });
    stream.onmessage = ({ data }) => {
      const { kind, id } = JSON.parse(data) as Change | { kind: 'everything'; id: string };
      if (kind === 'everything') refresh(queries);
      else for (const queryKey of concerned[kind](id)) refresh(queries, { queryKey });
    };
    return () => stream.close();
  }, [queries]);
}
