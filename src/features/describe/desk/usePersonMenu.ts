'use client';

import { type KeyboardEvent, useState } from 'react';
import { findPeople } from '@/core/captions/findPeople';
import type { ListedPerson } from '@/core/captions/people';

const SHOWN = 8;

/** A menu of people for what is typed: arrows go through it, Enter or Tab takes the marked one. */
export function usePersonMenu(
  list: readonly ListedPerson[],
  typed: string | undefined,
  onTake: (person: ListedPerson) => void,
) {
  const [marked, setMarked] = useState(0);
  const [closedAt, setClosedAt] = useState<string>();
  const found = typed === undefined || typed === closedAt ? [] : findPeople(list, typed).slice(0, SHOWN);
  const at = Math.min(marked, Math.max(found.length - 1, 0));
  const take = (person: ListedPerson) => {
    setMarked(0);
    onTake(person);
  };
  /** Whether the key was for the menu. */
  const onKey = (event: KeyboardEvent): boolean => {
    if (found.length === 0 || event.ctrlKey || event.metaKey || event.altKey) return false;
    if (event.key === 'ArrowDown') setMarked((at + 1) % found.length);
    else if (event.key === 'ArrowUp') setMarked((at + found.length - 1) % found.length);
    else if (event.key === 'Enter' || event.key === 'Tab') take(found[at]!);
    else if (event.key === 'Escape') setClosedAt(typed);
    else return false;
    event.preventDefault();
    event.stopPropagation();
    return true;
  };
  return { found, marked: at, take, onKey };
}
