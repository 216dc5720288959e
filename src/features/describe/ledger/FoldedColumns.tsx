'use client';

import { Box, chakra } from '@chakra-ui/react';
import { fieldLabel } from '@/core/catalogue/fields';
import { formatNumber } from '@/core/wording/counts';
import { LinkButton } from '@/ui/buttons';
import { labels } from '../words';
import type { LedgerColumns } from './useColumnsShown';

/** The columns that say the same on all pictures: their names in a line, until they are unfolded. */
export function FoldedColumns({
  columns: { same, isUnfolded, unfold },
  count,
}: {
  columns: Pick<LedgerColumns, 'same' | 'isUnfolded' | 'unfold'>;
  count: number;
}) {
  if (same.length === 0) return null;
  return (
    <Box
      role="group"
      aria-label={labels.sameOnAll}
      paddingX="5"
      paddingY="1"
      fontSize="small"
      color="soft"
      borderBottomWidth="1px"
      truncate
    >
      <chakra.span color="ink" fontWeight="600">
        same on all {formatNumber(count)}:
      </chakra.span>{' '}
      <LinkButton type="button" minHeight="0" aria-expanded={isUnfolded} onClick={() => unfold(!isUnfolded)}>
        {isUnfolded ? 'fold' : 'unfold'} {same.length}
      </LinkButton>{' '}
      {same.map(fieldLabel).join(', ')}
    </Box>
  );
}
