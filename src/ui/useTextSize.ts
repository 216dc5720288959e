'use client';

import { useEffect, useState } from 'react';

const USUAL = 16;

/** The person's text size against the usual one: what is laid out in pixels grows with it. */
export function useTextSize(): number {
  const [size, setSize] = useState(1);
  useEffect(() => {
    const read = () =>
      setSize(Number.parseFloat(getComputedStyle(document.documentElement).fontSize) / USUAL || 1);
    read();
    window.addEventListener('resize', read);
    return () => window.removeEventListener('resize', read);
  }, []);
  return size;
}
