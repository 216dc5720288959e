'use client';

import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';

/** Looking at a source reads all its files: it is not done again for a new line. */
const SLOW = 'source';

/** Keeps this window true: whatever changes anywhere is read anew here. */
export function useChanges(): void {
  const queries = useQueryClient();
  useEffect(() => {
    const stream = new EventSource('/api/changes');
    // What changed between the page's first look and now, or while the line was cut, was told to nobody.
    stream.onopen = () =>
      void queries.invalidateQueries({ predicate: ({ queryKey }) => queryKey[0] !== SLOW });
    stream.onmessage = ({ data }) => {
      const { kind, id } = JSON.parse(data) as { kind: string; id: string };
      if (kind === 'everything') void queries.invalidateQueries();
      else if (kind === 'run') void queries.invalidateQueries({ queryKey: ['runs'] });
      else if (kind === 'identities') void queries.invalidateQueries({ queryKey: ['identities'] });
      else {
        void queries.invalidateQueries({ queryKey: [kind, id] });
        if (kind === 'photos') void queries.invalidateQueries({ queryKey: ['assignment', id] });
      }
    };
    return () => stream.close();
  }, [queries]);
}
