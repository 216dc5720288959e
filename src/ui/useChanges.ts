'use client';

import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';

/** Keeps this window true: whatever changes anywhere is read anew here. */
export function useChanges(): void {
  const queries = useQueryClient();
  useEffect(() => {
    const stream = new EventSource('/api/changes');
    stream.onmessage = ({ data }) => {
      const { kind, id } = JSON.parse(data) as { kind: string; id: string };
      if (kind === 'everything') void queries.invalidateQueries();
      else if (kind === 'run') void queries.invalidateQueries({ queryKey: ['runs'] });
      else void queries.invalidateQueries({ queryKey: [kind, id] });
    };
    return () => stream.close();
  }, [queries]);
}
