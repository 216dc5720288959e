'use client';

import { useMemo, useRef } from 'react';
import type { StepActs } from './stepActs';
import type { useRepeat } from './useRepeat';
import type { useSteps } from './useSteps';

/** The acts of *One by one*, the same ones from picture to picture: what shows them is not made again with each. */
export function useStepActs(
  { view, before, step, nextLacking, goTo }: ReturnType<typeof useSteps>,
  { repeat, takeOver, showMessage }: ReturnType<typeof useRepeat>,
  onZoom: () => void,
): StepActs {
  const acts: StepActs = {
    next: () => showMessage(step(1) ? '' : 'This is the last picture.'),
    back: () => showMessage(step(-1) ? '' : 'This is the first picture.'),
    lacking: () => {
      showMessage(nextLacking ? '' : 'No other picture lacks a caption.');
      if (nextLacking) goTo(nextLacking.id);
    },
    repeat: () => view && repeat(placeOfFocus(), view),
    takeOver: () =>
      before && view ? void takeOver(before, view) : showMessage('There is no picture before this one.'),
    zoom: onZoom,
  };
  const latest = useRef(acts);
  latest.current = acts;
  return useMemo(
    () => ({
      next: () => latest.current.next(),
      back: () => latest.current.back(),
      lacking: () => latest.current.lacking(),
      repeat: () => latest.current.repeat(),
      takeOver: () => latest.current.takeOver(),
      zoom: () => latest.current.zoom(),
    }),
    [],
  );
}

/** The box in which one writes: keywords, people, a field; elsewhere the caption. */
function placeOfFocus(): string {
  const focused = document.activeElement;
  const box = focused?.closest<HTMLElement>('[data-writes]')?.dataset.writes;
  return box ?? focused?.closest<HTMLElement>('[data-field]')?.dataset.field ?? 'caption';
}
