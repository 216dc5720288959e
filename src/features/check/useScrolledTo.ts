'use client';

import { useEffect, useRef } from 'react';

/** What was asked for comes into view where it stands below the rules: on a narrow screen. */
export function useScrolledTo(asked: string) {
  const shown = useRef<HTMLDivElement>(null);
  const met = useRef(asked);
  useEffect(() => {
    if (met.current === asked) return;
    met.current = asked;
    shown.current?.scrollIntoView({ block: 'start' });
  }, [asked]);
  return shown;
}
