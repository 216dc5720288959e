'use client';

import { useEffect, useRef } from 'react';
import { asText } from '@/core/catalogue/value';
import type { Across } from '@/core/drafts/across';

/** The server tells no more different captions than this: of more it is not known what was seen. */
const MOST_TOLD = 50;

/** Captions that were written from this window lately, on whatever pictures: they count as seen everywhere. */
const written: string[] = [];

/**
 * The captions that were seen when typing began: they go with the typed text, so that a caption which somebody else
 * wrote meanwhile is reported instead of overwritten. What was sent from here counts as seen.
 */
export function useMetCaption(
  /** Undefined until it is known: then what is known first counts as seen. */
  held: Across | undefined,
  isTyping: boolean,
) {
  const seen = useRef<Across>(undefined);
  useEffect(() => {
    if (!isTyping) seen.current = undefined;
    else seen.current ??= held;
  }, [held, isTyping]);
  return {
    /** For an act; undefined where not all captions are known. */
    met: (): { readonly met?: readonly string[] } => {
      const across = seen.current ?? held;
      // Where nothing is known yet, only an empty caption may be written over.
      const known = across ? captionsOf(across) : [''];
      return across && across.variants.length >= MOST_TOLD
        ? {}
        : { met: [...new Set([...known, ...written])] };
    },
    /** The text was written from here. It is kept without blanks at its ends. */
    wrote: (text: string) => {
      written.push(text.trim());
      if (written.length > MOST_TOLD) written.shift();
    },
    base: (): string | undefined => {
      const across = seen.current ?? held;
      const known = across ? captionsOf(across) : [];
      return known.length === 1 ? known[0] : undefined;
    },
  };
}

function captionsOf({ variants, empty }: Across): string[] {
  return [...variants.map((one) => asText(one.value)), ...(empty > 0 || variants.length === 0 ? [''] : [])];
}
