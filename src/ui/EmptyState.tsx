'use client';

import { Box } from '@chakra-ui/react';
import Link from 'next/link';
import type { ReactNode } from 'react';
import { Button } from './buttons';

/** An empty place that teaches the next step. */
export function EmptyState({
  title,
  children,
  act,
  heading = 'h2',
}: {
  title: string;
  children: ReactNode;
  act?: { href: string; words: string } | undefined;
  /** h1 where it is the whole page. */
  heading?: 'h1' | 'h2';
}) {
  return (
    <Box maxWidth="34em" margin="12vh auto" paddingX="5">
      <Box as={heading} textStyle="display" marginBottom="3">
        {title}
      </Box>
      <Box color="soft" fontSize="large" marginBottom="5">
        {children}
      </Box>
      {act && (
        <Button asChild display="inline-flex" alignItems="center">
          <Link href={act.href}>{act.words}</Link>
        </Button>
      )}
    </Box>
  );
}
