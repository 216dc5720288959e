'use client';

import { useEffect, useRef } from 'react';
import { asText } from '@/core/catalogue/value';
import type { Across } from '@/core/drafts/across';

/** The server tells no more different captions than this: of more it is not known what was seen. */
const MOST_TOLD = 50;

/** Captions that were written from this window lately, on whatever pictures: they count as seen everywhere. */
const written: string[] = [];

/**
 * Sends the text that was there when typing began with the typed text, so that a caption which somebody else
 * wrote meanwhile is reported instead of overwritten. What was sent from here counts as seen.
 */
export function useMetCaption(
  /** Undefined until it is known: then what is known first counts as seen. */
  held: Across | undefined,
  write: (text: string, met: readonly string[] | undefined, continues: boolean) => void,
) {
  const hasBegun = useRef(false);
  const seen = useRef<readonly string[]>(undefined);
  const isWhole = held === undefined || held.variants.length < MOST_TOLD;
  useEffect(() => {
    if (hasBegun.current && held) seen.current ??= captionsOf(held);
  }, [held]);
  return {
    begin: () => {
      hasBegun.current = true;
      seen.current = held && captionsOf(held);
    },
    keep: (text: string, continues = false) => {
      // Where nothing is known yet, only an empty caption may be written over.
      const met = [...new Set([...(seen.current ?? ['']), ...written])];
      write(text, isWhole ? met : undefined, continues);
      // As it is kept: blanks at its ends are not.
      written.push(text.trim());
      if (written.length > MOST_TOLD) written.shift();
    },
  };
}

function captionsOf({ variants, empty }: Across): string[] {
  return [...variants.map((one) => asText(one.value)), ...(empty > 0 || variants.length === 0 ? [''] : [])];
}
