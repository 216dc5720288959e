'use client';

import { type PointerEvent as ReactPointerEvent, type RefObject, useEffect, useRef, useState } from 'react';

/** A rectangle in the scrolled contents, in pixels. */
export interface Band {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** A press that moves less than this is a click. */
const LEAST_MOVE = 6;
/** Pixels from the edge at which the contents scroll along, and by how much at a time. */
const EDGE = 32;
const SCROLL = 18;

/**
 * A rectangle drawn over scrolled contents with the mouse. `onBand` is called while it grows; `adds` where
 * Ctrl or Shift was held at the beginning.
 */
export function useRubberBand(
  scroller: RefObject<HTMLElement | null>,
  /** What is scrolled. */
  contents: RefObject<HTMLElement | null>,
  onBand: (band: Band, adds: boolean) => void,
) {
  const [band, setBand] = useState<Band>();
  const from = useRef<{ x: number; y: number; adds: boolean; isDrawn: boolean }>(undefined);
  const latest = useRef(onBand);
  latest.current = onBand;
  useEffect(() => {
    const onMove = (event: PointerEvent) => {
      const [box, inner, begun] = [scroller.current, contents.current, from.current];
      if (!box || !inner || !begun) return;
      const at = placeIn(inner, event);
      begun.isDrawn ||= Math.hypot(at.x - begun.x, at.y - begun.y) >= LEAST_MOVE;
      if (!begun.isDrawn) return;
      const { top, bottom } = box.getBoundingClientRect();
      if (event.clientY < top + EDGE) box.scrollTop -= SCROLL;
      else if (event.clientY > bottom - EDGE) box.scrollTop += SCROLL;
      const drawn = between(begun, at);
      setBand(drawn);
      latest.current(drawn, begun.adds);
    };
    const onEnd = () => {
      const wasDrawn = from.current?.isDrawn;
      from.current = undefined;
      setBand(undefined);
      // The click that ends it chooses no picture.
      if (wasDrawn) window.addEventListener('click', stop, { capture: true, once: true });
      setTimeout(() => window.removeEventListener('click', stop, { capture: true }));
    };
    window.addEventListener('pointermove', onMove);
    window.addEventListener('pointerup', onEnd);
    window.addEventListener('pointercancel', onEnd);
    return () => {
      window.removeEventListener('pointermove', onMove);
      window.removeEventListener('pointerup', onEnd);
      window.removeEventListener('pointercancel', onEnd);
    };
  }, [scroller, contents]);
  const onPointerDown = (event: ReactPointerEvent) => {
    const [box, inner] = [scroller.current, contents.current];
    if (!box || !inner || event.button !== 0 || event.pointerType === 'touch') return;
    // Not on the scroll bar, nor on something that is pressed.
    if (event.nativeEvent.offsetX > box.clientWidth && event.target === box) return;
    if ((event.target as HTMLElement).closest('button, a, input')) return;
    from.current = {
      ...placeIn(inner, event.nativeEvent),
      adds: event.ctrlKey || event.metaKey || event.shiftKey,
      isDrawn: false,
    };
  };
  return { band, onPointerDown };
}

const stop = (event: Event) => {
  event.stopPropagation();
  event.preventDefault();
};

function placeIn(inner: HTMLElement, event: { clientX: number; clientY: number }) {
  const { left, top } = inner.getBoundingClientRect();
  return { x: event.clientX - left, y: event.clientY - top };
}

function between(a: { x: number; y: number }, b: { x: number; y: number }): Band {
  return {
    left: Math.min(a.x, b.x),
    right: Math.max(a.x, b.x),
    top: Math.min(a.y, b.y),
    bottom: Math.max(a.y, b.y),
  };
}
