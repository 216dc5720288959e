'use client';

import { useEffect, useRef } from 'react';

/** What was asked for comes into view where it stands below the rules: on a narrow screen. */
export function useScrolledTo(asked: string) {
  const shown = useRef<HTMLDivElement>(null);
  const met = useRef(asked);
  useEffect(() => {
    if (met.current === asked) return;
    met.current = asked;
    const { top = 0, bottom = 0 } = shown.current?.getBoundingClientRect() ?? {};
    // Beside the rules it is in view already; the page would be moved under its head.
    if (top < 0 || Math.floor(bottom) > window.innerHeight) shown.current?.scrollIntoView({ block: 'start' });
  }, [asked]);
  return shown;
}
