'use client';

import { type UIEvent, useEffect, useRef, useState } from 'react';

/** So far one scrolls before the head follows: a trembling finger moves nothing. */
const LEAST = 24;
/** Near the beginning the head is there. */
const TOP = 80;

/**
 * Says whether the head of a page is hidden, to give a small window room for its list: scrolling down hides the head,
 * scrolling up shows it, and so does another `list`. The scrolling of a grid counts.
 */
export function useFoldingHead(list: unknown) {
  const [isFolded, setFolded] = useState(false);
  const last = useRef(0);
  // Another list may be too short to be scrolled back.
  useEffect(() => setFolded(false), [list]);
  const onScrollCapture = ({ target }: UIEvent) => {
    if (!(target instanceof HTMLElement) || target.getAttribute('role') !== 'grid') return;
    const { scrollTop } = target;
    const by = scrollTop - last.current;
    if (Math.abs(by) < LEAST && scrollTop > TOP) return;
    last.current = scrollTop;
    setFolded(by > 0 && scrollTop > TOP);
  };
  return { isFolded, onScrollCapture };
}
