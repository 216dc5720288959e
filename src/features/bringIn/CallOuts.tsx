'use client';

import { Box, Flex } from '@chakra-ui/react';
import Link from 'next/link';
import { WordAct } from '@/ui/acts';
import type { CallOut } from './callOuts';

/** What is to be seen before the run, each with the way to where it is mended. */
export function CallOuts({ warnings, assignmentId }: { warnings: readonly CallOut[]; assignmentId: string }) {
  if (warnings.length === 0) return null;
  return (
    <Box
      role="region"
      aria-label="Before you bring them in"
      borderLeftWidth="4px"
      borderColor="weld"
      paddingLeft="3"
      fontSize="0.8125rem"
      color="weldText"
      marginBottom="2"
    >
      {warnings.map(({ words, severity, templateId }) => (
        <Flex key={words} gap="3" fontWeight={severity === 'must' ? '600' : '400'}>
          <Box>{words}</Box>
          {templateId && (
            <WordAct asChild minHeight="0" whiteSpace="nowrap">
              <Link href={`/templates/${templateId}?for=${assignmentId}`} prefetch={false}>
                Fix
              </Link>
            </WordAct>
          )}
        </Flex>
      ))}
    </Box>
  );
}
