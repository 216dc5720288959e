'use client';

import { Box, Flex } from '@chakra-ui/react';
import type { ReactNode } from 'react';

/** A part of a page: its heading, a sentence about it, and at the right what can be done with the whole of it. */
export function Section({
  title,
  words,
  act,
  look = 'title',
  children,
}: {
  title: string;
  words?: string;
  act?: ReactNode;
  /** title: of a page that is read · label: of a page that is looked over. */
  look?: 'title' | 'label';
  children: ReactNode;
}) {
  return (
    <Box as="section">
      <Flex alignItems="baseline" justifyContent="space-between" gap="4" marginBottom={words ? '0' : '1'}>
        <Box as="h2" textStyle={look} color={look === 'label' ? 'woad' : 'ink'}>
          {title}
        </Box>
        {act && (
          <Box fontSize="small" css={{ '& a': { color: 'woad', textDecoration: 'underline' } }}>
            {act}
          </Box>
        )}
      </Flex>
      {words && (
        <Box color="soft" fontSize="body" marginBottom="3">
          {words}
        </Box>
      )}
      {children}
    </Box>
  );
}
