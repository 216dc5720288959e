'use client';

import { chakra } from '@chakra-ui/react';
import { useTheme } from 'next-themes';
import { useEffect, useState } from 'react';

/** Light or dark; known only in the browser. */
export function ThemeSwitch() {
  const { resolvedTheme, setTheme } = useTheme();
  const [known, setKnown] = useState(false);
  useEffect(() => setKnown(true), []);
  if (!known) return null;
  const dark = resolvedTheme === 'dark';
  return (
    <chakra.button
      type="button"
      fontSize="body"
      color="soft"
      cursor="pointer"
      minHeight="1.5rem"
      onClick={() => setTheme(dark ? 'light' : 'dark')}
    >
      {dark ? 'Light theme' : 'Dark theme'}
    </chakra.button>
  );
}
