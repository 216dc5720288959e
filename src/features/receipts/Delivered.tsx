'use client';

import { Box, Flex } from '@chakra-ui/react';
import Link from 'next/link';
import { agrees, formatNumber } from '@/core/wording/counts';
import { Button } from '@/ui/buttons';
import type { Receipt } from './types';
import { labels } from './words';

/** What whoever gets a delivery is handed: the archive, and the report of what is in it. */
export function Delivered({ run }: { run: Receipt }) {
  const { id, assignmentId, counts, delivery } = run;
  if (!delivery || counts.done === 0) return null;
  const { openPoints, folder, isArchived } = delivery;
  return (
    <Box marginBottom="6" fontSize="body" display="grid" gap="2">
      {openPoints && (
        <Box color={openPoints.decided === 'all-the-same' ? 'weldText' : 'soft'}>
          {formatNumber(openPoints.failing)} {agrees(openPoints.failing, 'picture fails', 'pictures fail')}{' '}
          what the list asks, and {agrees(openPoints.failing, 'was', 'were')}{' '}
          {openPoints.decided === 'left-out' ? 'not sent.' : 'sent anyway.'}
        </Box>
      )}
      {folder && <Box overflowWrap="anywhere">The copies lie in {folder}.</Box>}
      <Flex columnGap="4" rowGap="2" wrap="wrap" alignItems="center" css={{ '& a': { color: 'woad' } }}>
        {isArchived && (
          <Button asChild display="inline-flex" alignItems="center">
            <a href={`/api/runs/${id}/archive`}>{labels.downloadTheArchive}</a>
          </Button>
        )}
        <Link href={`/assignments/${assignmentId}/check?view=back`}>{labels.compareWithPublished}</Link>
      </Flex>
    </Box>
  );
}
