'use client';

import { useEffect, useRef } from 'react';
import { followAddress } from '@/ui/addressSteps';
import type { Address } from './useAddress';
import type { Selection } from './useSelection';

const AFTER_MS = 250;

/** The current picture is in the address; an address that names another goes there. */
export function useCurrentInAddress({ picture, setPicture }: Address, selection: Selection): void {
  const { current, goTo } = selection;
  const known = useRef<string | null>(null);
  const first = useRef(picture);
  useEffect(() => {
    const follow = (id: string | null) => {
      if (id === null) return;
      known.current = id;
      goTo(id);
    };
    follow(first.current);
    // Only what the browser does with its history: at a step of the page's own, one may have gone on already.
    return followAddress((isByBrowser) => {
      if (isByBrowser) follow(new URLSearchParams(window.location.search).get('picture'));
    });
  }, [goTo]);
  useEffect(() => {
    if (current === undefined || current === known.current) return undefined;
    // Browsers take only so many changes of the address in a while: the last one of a quick run is known.
    const timer = setTimeout(() => {
      known.current = current;
      setPicture(current);
    }, AFTER_MS);
    return () => clearTimeout(timer);
  }, [current, setPicture]);
}
