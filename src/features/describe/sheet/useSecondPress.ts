'use client';

import { useCallback, useEffect, useRef } from 'react';

/** As long as browsers take two presses for one double press, about. */
const WITHIN_MS = 600;

/**
 * Opens what was pressed twice. The first press may open the desk and move the picture away from under the
 * pointer: the second one counts for it anyway.
 */
export function useSecondPress(onOpen: (id: string) => void): (id: string) => void {
  const first = useRef<{ readonly id: string; readonly at: number }>(undefined);
  const latest = useRef(onOpen);
  latest.current = onOpen;
  useEffect(() => {
    const onDown = (event: MouseEvent) => {
      const pressed = first.current;
      if (event.detail !== 2 || !pressed || performance.now() - pressed.at > WITHIN_MS) return;
      first.current = undefined;
      event.preventDefault();
      event.stopPropagation();
      latest.current(pressed.id);
    };
    window.addEventListener('mousedown', onDown, { capture: true });
    return () => window.removeEventListener('mousedown', onDown, { capture: true });
  }, []);
  return useCallback((id: string) => {
    first.current = { id, at: performance.now() };
  }, []);
}
