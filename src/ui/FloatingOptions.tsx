'use client';

import { Portal } from '@chakra-ui/react';
import { type ComponentProps, type RefObject, useLayoutEffect, useState } from 'react';
import { OptionList } from './OptionList';

interface Place {
  readonly left: number;
  readonly width: number;
  readonly top?: number;
  readonly bottom?: number;
  readonly maxHeight: number;
}

const MOST_REM = 15;
/** So much room below is enough: what is above the box stays to be seen. */
const ENOUGH_REM = 8;
const GAP = 2;

/** Options beside a box, over everything else: below it, or above it where there is more room. */
export function FloatingOptions({
  at,
  ...rest
}: { at: RefObject<HTMLElement | null> } & Omit<ComponentProps<typeof OptionList>, 'position'>) {
  const [place, setPlace] = useState<Place>();
  useLayoutEffect(() => {
    const put = () => at.current && setPlace(placeBeside(at.current.getBoundingClientRect()));
    put();
    window.addEventListener('scroll', put, { capture: true, passive: true });
    window.addEventListener('resize', put);
    return () => {
      window.removeEventListener('scroll', put, { capture: true });
      window.removeEventListener('resize', put);
    };
  }, [at]);
  if (!place) return null;
  const { width, ...where } = place;
  return (
    <Portal>
      <OptionList
        {...rest}
        position="fixed"
        zIndex="popover"
        overflowY="auto"
        width="max-content"
        maxWidth="min(32em, 90vw)"
        style={{ ...where, minWidth: width }}
      />
    </Portal>
  );
}

function placeBeside({ left, width, top, bottom }: DOMRect): Place {
  const rem = Number.parseFloat(getComputedStyle(document.documentElement).fontSize) || 16;
  const most = MOST_REM * rem;
  const [above, below] = [top, window.innerHeight - bottom];
  const isBelow = below >= Math.min(ENOUGH_REM * rem, above);
  const maxHeight = Math.min(most, (isBelow ? below : above) - 2 * GAP);
  return isBelow
    ? { left, width, top: bottom + GAP, maxHeight }
    : { left, width, bottom: window.innerHeight - top + GAP, maxHeight };
}
