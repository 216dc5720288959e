'use client';

import { useRef } from 'react';
import { asText } from '@/core/catalogue/value';
import type { Across } from '@/core/drafts/across';

/** The server tells no more different captions than this: of more it is not known what was seen. */
const MOST_TOLD = 50;

/**
 * What stood there when one began to type is sent with what was typed, so that a caption which somebody else
 * wrote meanwhile is told instead of overwritten. What was sent from here counts as seen.
 */
export function useMetCaption(
  { variants, empty }: Across,
  write: (text: string, met: readonly string[] | undefined) => void,
) {
  const seen = useRef<readonly string[]>([]);
  const sent = useRef<readonly string[]>([]);
  const isWhole = variants.length < MOST_TOLD;
  return {
    begin: () => {
      seen.current = [
        ...variants.map((one) => asText(one.value)),
        ...(empty > 0 || variants.length === 0 ? [''] : []),
      ];
    },
    keep: (text: string) => {
      write(text, isWhole ? [...seen.current, ...sent.current] : undefined);
      sent.current = [...sent.current, text].slice(-MOST_TOLD);
    },
  };
}
