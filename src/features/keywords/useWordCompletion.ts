'use client';

import type { RefObject } from 'react';
import { joinList, separatorsOf } from '@/core/keywords/listText';
import { lastItemStart } from '@/core/keywords/typing';
import { useTermMenu } from './useTermMenu';

const SEPARATORS = separatorsOf(true);

/** Completes the last keyword of a text box that holds a list of them. */
export function useWordCompletion(
  box: RefObject<HTMLTextAreaElement | HTMLInputElement | null>,
  typed: string,
  onText: (text: string) => void,
) {
  const start = lastItemStart(typed);
  return useTermMenu(typed.slice(start), ({ word }) => {
    const before = typed.slice(0, start);
    const text = `${before}${before === '' || before.endsWith(' ') ? '' : ' '}${joinList([word], SEPARATORS)}, `;
    if (box.current) box.current.value = text;
    onText(text);
  });
}
