'use client';

import { type KeyboardEvent, useState } from 'react';

/** Options beside a box, and the keys that go through them. */
export interface OptionMenu<T> {
  readonly found: readonly T[];
  /** -1: none. */
  readonly marked: number;
  readonly take: (index: number) => void;
  /** Whether the key was for the menu. */
  readonly onKey: (event: KeyboardEvent) => boolean;
  readonly close: () => void;
}

/**
 * A menu for what is typed; undefined: nothing is offered. Enter takes the marked option, and Tab where `takesTab` is set. Without
 * `isFirstMarked` none is marked until an arrow goes there. Escape closes the menu until something else is typed.
 */
export function useOptionMenu(
  typed: string | undefined,
  how: { readonly isFirstMarked?: boolean; readonly takesTab?: boolean } = {},
) {
  const { isFirstMarked = false, takesTab = !isFirstMarked } = how;
  const [mark, setMark] = useState({ typed, at: isFirstMarked ? 0 : -1 });
  const [closedAt, setClosedAt] = useState<string>();
  const isOpen = typed !== undefined && typed !== closedAt;
  const of = <T>(offered: readonly T[], onTake: (one: T) => void): OptionMenu<T> => {
    const found = isOpen ? offered : [];
    const marked = mark.typed === typed ? mark.at : isFirstMarked ? 0 : -1;
    const at = Math.min(marked, found.length - 1);
    const setMarked = (next: number) => setMark({ typed, at: next });
    const take = (index: number) => onTake(found[index]!);
    const onKey = (event: KeyboardEvent): boolean => {
      if (found.length === 0 || event.ctrlKey || event.metaKey || event.altKey || event.shiftKey)
        return false;
      if (event.key === 'ArrowDown') setMarked((at + 1) % found.length);
      else if (event.key === 'ArrowUp') setMarked((at <= 0 ? found.length : at) - 1);
      else if (at >= 0 && (event.key === 'Enter' || (takesTab && event.key === 'Tab'))) take(at);
      else if (event.key === 'Escape') setClosedAt(typed);
      else return false;
      event.preventDefault();
      event.stopPropagation();
      return true;
    };
    return { found, marked: at, take, onKey, close: () => setClosedAt(typed) };
  };
  return { isOpen, of };
}

/** What a box says of itself that options are offered beside (WAI-ARIA: combobox with a list). */
export const comboboxOf = (list: string, { found, marked }: Pick<OptionMenu<unknown>, 'found' | 'marked'>) =>
  ({
    role: 'combobox',
    'aria-expanded': found.length > 0,
    'aria-controls': list,
    'aria-autocomplete': 'list',
    'aria-activedescendant': marked >= 0 ? `${list}-${marked}` : undefined,
    autoComplete: 'off',
  }) as const;
