'use client';

import { Box, chakra } from '@chakra-ui/react';
import type { ReactNode } from 'react';

/**
 * A control with its name beside it, or above it where there is no room; with a hint where it needs one. The
 * name is its label; `labelled` where the control carries its own, because it is more than one element.
 */
export function Field({
  label,
  hint,
  width = '10em',
  dense = false,
  labelled = false,
  children,
}: {
  label: string;
  hint?: string;
  /** Of the names: the same for all fields of a form. */
  width?: string;
  dense?: boolean;
  labelled?: boolean;
  children: ReactNode;
}) {
  const name = (
    <chakra.span color="soft" width={{ base: '100%', sm: width }} flexShrink={0}>
      {label}
    </chakra.span>
  );
  const parts = (
    <>
      {name}
      <Box flex="1" minWidth="0">
        {children}
      </Box>
      {hint !== undefined && (
        <Box flex="1" minWidth="12em" textStyle="hint">
          {hint}
        </Box>
      )}
    </>
  );
  const layout = {
    display: 'flex',
    columnGap: '3',
    alignItems: 'baseline',
    flexWrap: { base: 'wrap', sm: 'nowrap' },
    paddingY: dense ? '1px' : '0.5',
    fontSize: dense ? 'inherit' : 'body',
  } as const;
  return labelled ? <Box {...layout}>{parts}</Box> : <chakra.label {...layout}>{parts}</chakra.label>;
}
