'use client';

import { chakra } from '@chakra-ui/react';

/** The madder act: what writes into files, one in each place. */
export const PrimaryButton = chakra('button', {
  base: {
    bg: 'madder',
    color: 'onMadder',
    fontWeight: '600',
    fontSize: 'body',
    height: '2.25rem',
    paddingX: '4',
    borderRadius: 'sm',
    cursor: 'pointer',
    whiteSpace: 'nowrap',
    _hover: { filter: 'brightness(1.08)' },
    _disabled: {
      bg: 'transparent',
      color: 'soft',
      borderWidth: '1px',
      borderColor: 'hairline',
      cursor: 'default',
      filter: 'none',
    },
  },
});

/** Any other act: words in a hairline. */
export const Button = chakra('button', {
  base: {
    borderWidth: '1px',
    borderColor: 'rule',
    color: 'ink',
    fontSize: 'body',
    height: '2rem',
    paddingX: '3',
    borderRadius: 'sm',
    cursor: 'pointer',
    whiteSpace: 'nowrap',
    bg: 'leaf',
    _hover: { bg: 'wash' },
    _disabled: { color: 'soft', borderColor: 'hairline', cursor: 'default', bg: 'transparent' },
  },
});

/** An act that is one sign, such as an arrow: its words are for the ear. */
export const SignButton = chakra('button', {
  base: {
    color: 'woad',
    cursor: 'pointer',
    minHeight: '1.5rem',
    minWidth: '1.5rem',
    _disabled: { color: 'soft', cursor: 'default' },
  },
});

/** An act inside a sentence or list. */
export const LinkButton = chakra('button', {
  base: {
    color: 'woad',
    textDecoration: 'underline',
    textUnderlineOffset: '2px',
    cursor: 'pointer',
    font: 'inherit',
    minHeight: '1.5rem',
    _disabled: { color: 'soft', textDecoration: 'none', cursor: 'default' },
  },
});
