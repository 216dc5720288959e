'use client';

import { chakra } from '@chakra-ui/react';

export const TextInput = chakra('input', {
  base: {
    bg: 'transparent',
    borderBottomWidth: '1px',
    borderColor: 'rule',
    height: '1.875rem',
    paddingX: '1',
    fontSize: 'body',
    width: '100%',
    _focusVisible: {
      outline: 'none',
      borderColor: 'woad',
      boxShadow: '0 1px 0 0 var(--fabrica-colors-woad)',
    },
  },
});

export const Select = chakra('select', {
  base: {
    bg: 'transparent',
    borderBottomWidth: '1px',
    borderColor: 'rule',
    height: '1.875rem',
    fontSize: 'body',
    color: 'ink',
    '& option': { bg: 'leaf', color: 'ink' },
  },
});

export const TextArea = chakra('textarea', {
  base: {
    width: '100%',
    bg: 'transparent',
    borderBottomWidth: '1px',
    borderColor: 'rule',
    padding: '1',
    fontSize: 'body',
    lineHeight: '1.45',
    resize: 'vertical',
    _focusVisible: {
      outline: 'none',
      borderColor: 'woad',
      boxShadow: '0 1px 0 0 var(--fabrica-colors-woad)',
    },
  },
});
