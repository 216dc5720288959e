'use client';

import { useEffect, useRef, useState } from 'react';

const WINDOW_MS = 15_000;
const LOOK_MS = 500;

/** Files a second over the last quarter of a minute; 0 until it is known, and again after a pause. */
export function useRate(done: number, paused: boolean): number {
  const seen = useRef<{ at: number; done: number }[]>([]);
  const latest = useRef(done);
  latest.current = done;
  const [rate, setRate] = useState(0);
  useEffect(() => {
    seen.current = [];
    if (paused) return;
    const timer = setInterval(() => {
      const now = Date.now();
      seen.current = [
        ...seen.current.filter((one) => now - one.at < WINDOW_MS),
        { at: now, done: latest.current },
      ];
      const [first] = seen.current;
      const seconds = first ? (now - first.at) / 1000 : 0;
      setRate(seconds > 0 ? (latest.current - first!.done) / seconds : 0);
    }, LOOK_MS);
    return () => clearInterval(timer);
  }, [paused]);
  return rate;
}
