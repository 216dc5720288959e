'use client';

import { Box, type BoxProps } from '@chakra-ui/react';

/**
 * The box of a value, in the place that is kept for it: while the value is not read, no empty box is there,
 * for what is typed into one goes in place of what nobody has seen.
 */
export function WhenRead({ isRead, ...rest }: BoxProps & { readonly isRead: boolean }) {
  return <Box minWidth="0" aria-busy={!isRead} visibility={isRead ? undefined : 'hidden'} {...rest} />;
}
