'use client';

import { useMemo, useState } from 'react';
import { MOST_PICKED } from '@/core/search/condition';
import type { FindAddress } from './findAddress';

/** Pictures that were picked of those that are found; another search begins without any. */
export function usePicked(asked: FindAddress) {
  const search = JSON.stringify(asked);
  const [kept, keep] = useState<{ readonly search: string; readonly ids: ReadonlySet<string> }>();
  const picked = useMemo(() => (kept?.search === search ? kept.ids : new Set<string>()), [kept, search]);
  const toggle = (id: string) => {
    const ids = new Set(picked);
    if (!ids.delete(id) && ids.size < MOST_PICKED) ids.add(id);
    keep({ search, ids });
  };
  return { picked, toggle, clear: () => keep(undefined) };
}
