'use client';

import { usePathname } from 'next/navigation';
import { useCallback, useMemo } from 'react';
import { stepTo } from '@/ui/addressSteps';
import { useAddressParts } from '@/ui/useAddressParts';

/** Beside the rules: the pictures of one, how full the set is, what has to come from the source, what came back. */
export type CheckView = 'rule' | 'full' | 'source' | 'back';

export interface CheckAddress {
  readonly view: CheckView;
  /** Place of the rule in its list, from 1; undefined where the address names none. */
  readonly rule: number | undefined;
  readonly showRule: (place: number) => void;
  readonly show: (view: Exclude<CheckView, 'rule'>) => void;
}

const parts = ['view', 'rule'];

/** What the address names, so that it can be shared, and Back works. */
export function useCheckAddress(): CheckAddress {
  const query = useAddressParts(parts);
  const path = usePathname();
  const go = useCallback(
    (words: string) => {
      if (`?${words}` !== window.location.search) stepTo(`${path}?${words}`);
    },
    [path],
  );
  const [view, rule] = [query.get('view'), Number(query.get('rule'))];
  return useMemo(
    () => ({
      view: view === 'full' || view === 'source' || view === 'back' ? view : 'rule',
      rule: Number.isInteger(rule) && rule > 0 ? rule : undefined,
      showRule: (place) => go(`rule=${place}`),
      show: (next) => go(`view=${next}`),
    }),
    [view, rule, go],
  );
}
