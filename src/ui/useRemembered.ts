'use client';

import { useCallback, useEffect, useState } from 'react';

/** A choice of how to look at a page: a reload, or coming back to it, finds it again in this window. */
export function useRemembered<T extends string>(place: string, initial: T) {
  const [value, setValue] = useState<T>(initial);
  useEffect(() => {
    const held = sessionStorage.getItem(`look ${place}`);
    if (held !== null) setValue(held as T);
  }, [place]);
  const remember = useCallback(
    (next: T) => {
      setValue(next);
      sessionStorage.setItem(`look ${place}`, next);
    },
    [place],
  );
  return [value, remember] as const;
}
