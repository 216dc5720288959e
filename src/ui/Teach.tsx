'use client';

import { Box } from '@chakra-ui/react';
import Link from 'next/link';
import type { ReactNode } from 'react';
import { Plain } from './acts';

/** An empty place that teaches the next step. */
export function Teach({
  title,
  children,
  act,
}: {
  title: string;
  children: ReactNode;
  act?: { href: string; words: string } | undefined;
}) {
  return (
    <Box maxWidth="34em" margin="12vh auto" paddingX="5">
      <Box as="h2" fontFamily="heading" fontSize="1.625rem" fontWeight="600" marginBottom="3">
        {title}
      </Box>
      <Box color="soft" fontSize="1rem" marginBottom="5">
        {children}
      </Box>
      {act && (
        <Plain asChild display="inline-flex" alignItems="center">
          <Link href={act.href}>{act.words}</Link>
        </Plain>
      )}
    </Box>
  );
}
