'use client';

import { chakra } from '@chakra-ui/react';
import { labels } from '../words';

/** Widths of a picture in pixels, at the usual text size of 16 px. */
export const sizes = { least: 140, most: 620, step: 48 } as const;
export const usualSize = 236;

export const sizeWithin = (size: number): number => Math.min(Math.max(size, sizes.least), sizes.most);

/** How large the pictures of the sheet are. */
export function SizeSlider({ size, onChange }: { size: number; onChange: (size: number) => void }) {
  return (
    <chakra.label display="inline-flex" gap="1.5" alignItems="center" title="Also by + and − on the sheet">
      {labels.size}
      <chakra.input
        type="range"
        min={sizes.least}
        max={sizes.most}
        step={sizes.step / 2}
        value={size}
        width="7em"
        accentColor="woad"
        onChange={(event) => onChange(Number(event.target.value))}
      />
    </chakra.label>
  );
}
