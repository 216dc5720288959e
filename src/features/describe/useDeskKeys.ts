'use client';

import { useEffect } from 'react';
import { isText } from '@/ui/isText';
import type { Arrangement } from './set/useAddress';

const boxes: Readonly<Record<string, string>> = { c: 'caption', k: 'keywords', p: 'people' };
const places: Readonly<Record<string, Arrangement>> = { s: 'sheet', l: 'ledger', o: 'one' };

/**
 * Keys between the pictures and the desk. Outside of texts a letter goes to a box (caption, keywords, people) or
 * to an arrangement; Escape in a box goes back to the pictures. In the ledger letters are written into cells.
 */
export function useDeskKeys(arrange: (arrangement: Arrangement) => void): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const target = event.target instanceof HTMLElement ? event.target : document.body;
      if (event.defaultPrevented || event.ctrlKey || event.metaKey || event.altKey) return;
      if (target.closest('[role=dialog], [aria-label=Ledger]')) return;
      if (isText(target)) {
        if (event.key === 'Escape') document.querySelector<HTMLElement>('[data-pictures]')?.focus();
        return;
      }
      const box = boxes[event.key];
      const place = places[event.key];
      const input = box && document.querySelector<HTMLElement>(`[data-writes=${box}] :is(textarea, input)`);
      if (input) input.focus();
      else if (place) arrange(place);
      else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [arrange]);
}
