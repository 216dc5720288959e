'use client';

import { useEffect } from 'react';
import type { FieldId } from '@/core/catalogue/fields';

/** Goes to a field's line once it is on the page. */
export function focusField(id: FieldId): void {
  requestAnimationFrame(() =>
    requestAnimationFrame(() => {
      const line = document.querySelector(`[data-field="${id}"]`);
      line?.scrollIntoView({ block: 'center' });
      line?.querySelector<HTMLElement>('[contenteditable="true"], select, button')?.focus();
    }),
  );
}

/** Undo and redo over the whole page, outside texts: inside one they belong to that text. */
export function useBookKeys({ undo, redo }: { undo: () => void; redo: () => void }): void {
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const target = event.target as HTMLElement;
      const inText = target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName);
      if (inText || !(event.ctrlKey || event.metaKey) || event.altKey) return;
      const key = event.key.toLowerCase();
      if (key !== 'z' && key !== 'y') return;
      event.preventDefault();
      if (key === 'y' || event.shiftKey) redo();
      else undo();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [undo, redo]);
}
