'use client';

import { useEffect } from 'react';
import { isText } from './isText';

/** What a key asks for outside of a text, which has its own: Ctrl+Z takes back, Ctrl+Shift+Z and Ctrl+Y do again. */
export function stepOf(event: KeyboardEvent): 'undo' | 'redo' | undefined {
  if (!(event.ctrlKey || event.metaKey) || event.altKey || isText(event.target)) return undefined;
  const key = event.key.toLowerCase();
  if (key === 'y' || (key === 'z' && event.shiftKey)) return 'redo';
  return key === 'z' ? 'undo' : undefined;
}

/** Undo and redo by key, over the whole page. */
export function useStepKeys(onStep: (step: 'undo' | 'redo') => void): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const step = stepOf(event);
      if (!step) return;
      event.preventDefault();
      onStep(step);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });
}
