'use client';

import { findPeople } from '@/core/captions/findPeople';
import type { ListedPerson } from '@/core/captions/people';
import { type OptionMenu, useOptionMenu } from '@/ui/useOptionMenu';

const SHOWN = 8;

/** A menu of people for what is typed; undefined where nobody is asked for. The first one is marked. */
export function usePersonMenu(
  list: readonly ListedPerson[],
  typed: string | undefined,
  onTake: (person: ListedPerson) => void,
): OptionMenu<ListedPerson> {
  const { of } = useOptionMenu(typed, { isFirstMarked: true, takesTab: true });
  return of(typed === undefined ? [] : findPeople(list, typed).slice(0, SHOWN), onTake);
}
