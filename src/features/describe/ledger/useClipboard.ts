'use client';

import { type RefObject, useEffect, useRef } from 'react';

/**
 * Copy and paste while an element has the focus. Browsers send these events to the page where nothing can be
 * typed, so that the window listens.
 */
export function useClipboard(
  focused: RefObject<HTMLElement | null>,
  onCopy: (event: ClipboardEvent) => void,
  onPaste: (event: ClipboardEvent) => void,
): void {
  const latest = useRef({ onCopy, onPaste });
  latest.current = { onCopy, onPaste };
  useEffect(() => {
    const isHere = () => document.activeElement === focused.current;
    const copy = (event: ClipboardEvent) => isHere() && latest.current.onCopy(event);
    const paste = (event: ClipboardEvent) => isHere() && latest.current.onPaste(event);
    window.addEventListener('copy', copy);
    window.addEventListener('paste', paste);
    return () => {
      window.removeEventListener('copy', copy);
      window.removeEventListener('paste', paste);
    };
  }, [focused]);
}
