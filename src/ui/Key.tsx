'use client';

import { chakra } from '@chakra-ui/react';

/** A key of the keyboard, beside what it does. */
export const Key = chakra('kbd', {
  base: {
    borderWidth: '1px',
    borderColor: 'rule',
    borderRadius: 'sm',
    paddingX: '1.5',
    fontFamily: 'body',
    fontSize: 'tiny',
    whiteSpace: 'nowrap',
  },
});
