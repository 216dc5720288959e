'use client';

import { type RefObject, useEffect, useRef } from 'react';
import type { FieldId } from '@/core/catalogue/fields';
import { panelOf } from './panels';
import type { DeskFields } from './useDeskFields';

/** A field that the desk is to open; a new object each time it is asked for. */
export interface FieldToOpen {
  readonly field: FieldId;
  /** How many pictures are selected with it: before they are, the desk is still that of others. */
  readonly pictures: number;
}

const boxes: { readonly [K in FieldId]?: string } = {
  description: 'caption',
  keywords: 'keywords',
  personShown: 'people',
};
const editors = ['input, textarea, select, [contenteditable="true"]', 'button'];

/** How long the values of the pictures are waited for. */
const WAIT_MS = 10_000;

/** Opens the panel of a field, and focuses its editor as soon as the values of the pictures are read. */
export function useOpenField(
  desk: RefObject<HTMLElement | null>,
  asked: FieldToOpen | undefined,
  { setPanel, shown: { open } }: DeskFields,
): void {
  const done = useRef<FieldToOpen>(undefined);
  useEffect(() => {
    if (!asked || done.current === asked) return;
    const { field } = asked;
    const panel = panelOf(field);
    if (panel !== '') setPanel(panel);
    // A rarer field is not among the few or usual ones.
    if (panel === 'all') open(field);
    const place = boxes[field] ? `[data-writes="${boxes[field]}"]` : `[data-field="${field}"]`;
    const focus = () => {
      const found = (which: string) =>
        desk.current?.querySelector<HTMLElement>(`${place} :is(${which}):not([aria-busy="true"] *)`);
      const editor = found(editors[0]!) ?? found(editors[1]!);
      if (!editor) return false;
      done.current = asked;
      editor.focus();
      editor.scrollIntoView({ block: 'nearest' });
      return true;
    };
    if (focus()) return;
    const watch = new MutationObserver(() => focus() && watch.disconnect());
    const changes = { childList: true, subtree: true, attributeFilter: ['aria-busy'] };
    watch.observe(desk.current ?? document.body, changes);
    // Later, the focus is where somebody put it.
    const late = setTimeout(() => watch.disconnect(), WAIT_MS);
    return () => {
      clearTimeout(late);
      watch.disconnect();
    };
  }, [asked, desk, setPanel, open]);
}
