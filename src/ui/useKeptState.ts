'use client';

import { useCallback, useEffect, useState } from 'react';
import { forgetKept, keep, keptAt } from './kept';

/** State of a form that has not been sent: it is found again after a reload, until it is done. */
export function useKeptState<T>(place: string, initial: T) {
  const [value, setValue] = useState(initial);
  useEffect(() => {
    const held = keptAt<T>(place);
    if (held !== undefined) setValue(held);
  }, [place]);
  const set = useCallback(
    (next: T) => {
      setValue(next);
      keep(place, next);
    },
    [place],
  );
  const done = useCallback(() => forgetKept(place), [place]);
  return { value, set, done };
}
