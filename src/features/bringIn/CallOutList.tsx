'use client';

import { Box, Flex } from '@chakra-ui/react';
import Link from 'next/link';
import { LinkButton } from '@/ui/buttons';
import type { CallOut } from './callOuts';

/** What is to be seen before the run, each with the way to where it is fixed. */
export function CallOutList({
  warnings,
  assignmentId,
}: {
  warnings: readonly CallOut[];
  assignmentId: string;
}) {
  if (warnings.length === 0) return null;
  return (
    <Box
      role="region"
      aria-label="Before you bring them in"
      borderLeftWidth="4px"
      borderColor="weld"
      paddingLeft="3"
      fontSize="small"
      color="weldText"
      marginBottom="2"
    >
      {warnings.map(({ words, severity, templateId }) => (
        <Flex key={words} gap="3" fontWeight={severity === 'must' ? '600' : '400'}>
          <Box>{words}</Box>
          {templateId && (
            <LinkButton asChild minHeight="0" whiteSpace="nowrap">
              <Link href={`/templates/${templateId}?for=${assignmentId}`} prefetch={false}>
                Fix
              </Link>
            </LinkButton>
          )}
        </Flex>
      ))}
    </Box>
  );
}
