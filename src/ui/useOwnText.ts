'use client';

import { type RefObject, useLayoutEffect, useRef, useState } from 'react';

/**
 * A text box that owns what is typed: the page puts a text into it only where that comes from elsewhere. A box
 * whose value is set at every drawing loses a letter where the page is drawn between the letter and its event.
 */
export function useOwnText(
  box: RefObject<HTMLTextAreaElement | HTMLInputElement | null>,
  text: string,
): { readonly defaultValue: string; readonly onTyped: (text: string) => void } {
  const [defaultValue] = useState(text);
  const typed = useRef<string>(undefined);
  useLayoutEffect(() => {
    const element = box.current;
    if (!element || text === typed.current) return;
    typed.current = undefined;
    if (element.value !== text) element.value = text;
  }, [box, text]);
  const onTyped = (next: string) => {
    typed.current = next;
  };
  return { defaultValue, onTyped };
}
