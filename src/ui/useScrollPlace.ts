'use client';

import { type RefObject, useEffect, useRef } from 'react';

/**
 * Finds the place again to which a box was scrolled: after a reload, or on coming back. Comes when the box
 * has grown to its height. Gives whether a place was kept that is still to be found.
 */
export function useScrollPlace(box: RefObject<HTMLElement | null>, place: string, height: number) {
  const wanted = useRef<number>(undefined);
  const isRead = useRef(false);
  if (!isRead.current && typeof window !== 'undefined') {
    isRead.current = true;
    const held = Number(sessionStorage.getItem(`scroll ${place}`) ?? 0);
    if (held > 0) wanted.current = held;
  }
  useEffect(() => {
    const element = box.current;
    if (!element || wanted.current === undefined || height < wanted.current) return;
    element.scrollTop = wanted.current;
    wanted.current = undefined;
  }, [box, height]);
  useEffect(() => {
    const element = box.current;
    if (!element) return undefined;
    const keep = () => {
      if (wanted.current === undefined)
        sessionStorage.setItem(`scroll ${place}`, String(Math.round(element.scrollTop)));
    };
    element.addEventListener('scroll', keep, { passive: true });
    return () => element.removeEventListener('scroll', keep);
  }, [box, place]);
  return wanted;
}
