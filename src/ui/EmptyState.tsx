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
}: {
  title: string;
  children: ReactNode;
  act?: { href: string; words: string } | undefined;
}) {
  return (
    <Box maxWidth="34em" margin="12vh auto" paddingX="5">
      <Box as="h2" textStyle="display" marginBottom="3">
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
