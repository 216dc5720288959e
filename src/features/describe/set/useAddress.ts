'use client';

import { usePathname, useSearchParams } from 'next/navigation';
import { useCallback, useMemo } from 'react';
import { stepTo } from '@/ui/addressSteps';
import { nameAddress } from '@/ui/nameAddress';
import { useAddressParts } from '@/ui/useAddressParts';
import { type Order, orderCode, orderFrom } from './order';
import { type Show, showCode, showFrom } from './show';

export const arrangements = { sheet: 'Sheet', ledger: 'Ledger', one: 'One by one' } as const;
export type Arrangement = keyof typeof arrangements;

export interface Address {
  readonly arrangement: Arrangement;
  readonly show: Show;
  readonly order: Order;
  /** Id of the current picture, where the page was opened with one. */
  readonly picture: string | null;
  readonly arrange: (arrangement: Arrangement) => void;
  readonly setShow: (show: Show) => void;
  /** From the order of that moment: what the page shows may be one press behind. */
  readonly setOrder: (next: (now: Order) => Order) => void;
  /** In place of the picture before: Back does not go through every picture. */
  readonly setPicture: (id: string | undefined) => void;
}

/** The parts that Back goes through. */
const steps = ['as', 'show', 'order'];

/** What the address names: arrangement, filter, order, picture. It can be shared, and Back works. */
export function useAddress(): Address {
  const query = useAddressParts(steps);
  const picture = useSearchParams().get('picture');
  const path = usePathname();
  const go = useCallback(
    (part: string, value: string, isStep: boolean) => {
      // The page is being left, and the address is that of another already.
      if (window.location.pathname !== path) return;
      const next = new URLSearchParams(window.location.search);
      if (value === '') next.delete(part);
      else next.set(part, value);
      const words = next.toString();
      const to = words ? `${path}?${words}` : path;
      if (to === `${window.location.pathname}${window.location.search}`) return;
      if (isStep) stepTo(to);
      else nameAddress(to);
    },
    [path],
  );
  const [as, show, order] = steps.map((part) => query.get(part));
  return useMemo(
    () => ({
      arrangement: as && Object.hasOwn(arrangements, as) ? (as as Arrangement) : 'sheet',
      show: showFrom(show ?? null),
      order: orderFrom(order ?? null),
      picture,
      arrange: (next) => go('as', next === 'sheet' ? '' : next, true),
      setShow: (next) => go('show', showCode(next), true),
      setOrder: (next) => {
        const now = new URLSearchParams(window.location.search).get('order');
        go('order', orderCode(next(orderFrom(now))), true);
      },
      setPicture: (id) => go('picture', id ?? '', false),
    }),
    [as, show, order, picture, go],
  );
}
