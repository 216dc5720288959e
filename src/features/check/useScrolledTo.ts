'use client';

import { useEffect, useRef } from 'react';

/** What was asked for comes into view where it is below the rules, in a box that is scrolled: on a narrow screen. */
export function useScrolledTo(asked: string) {
  const shown = useRef<HTMLDivElement>(null);
  const met = useRef(asked);
  useEffect(() => {
    if (met.current === asked) return;
    met.current = asked;
    // Not `scrollIntoView`: it moves the page too, under its head.
    const within = shown.current?.parentElement;
    if (within) within.scrollTop = shown.current?.offsetTop ?? 0;
  }, [asked]);
  return shown;
}
