'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import type { Proof } from '@/core/drafts/proof';
import type { ImportMode } from '@/core/naming/importChoices';
import { agrees, counted, formatBytes, formatNumber } from '@/core/wording/counts';
import { ProofLines } from '@/ui/ProofLines';
import { labels as uiLabels } from '@/ui/words';
import type { CardPicture } from './useSource';

const wayWords: Readonly<Record<ImportMode, string>> = {
  copy: 'copied',
  move: 'moved here',
  'take-up': 'added in place; the values become drafts',
};

/** What the run will do, in numbers, before it is begun: how many, how much, what goes in and what goes. */
export function ProofInNumbers({
  chosen,
  proof,
  mode,
}: {
  chosen: readonly CardPicture[];
  proof: Proof;
  mode: ImportMode;
}) {
  if (chosen.length === 0) return null;
  const bytes = chosen.reduce((sum, one) => sum + one.picture.size, 0);
  const asTheyAre = chosen.length - proof.pictures;
  return (
    <Box
      as="section"
      aria-label={uiLabels.reviewChangesBeforeTheyAreWritten}
      fontSize="small"
      marginBottom="1"
    >
      <chakra.details>
        <chakra.summary cursor="pointer">
          <chakra.span fontWeight="600">
            {counted(chosen.length, 'picture')}, {formatBytes(bytes)},
          </chakra.span>{' '}
          {wayWords[mode]}.{' '}
          {proof.pictures > 0 &&
            `${counted(proof.lines.length, 'field changes', 'fields change')} in ${counted(proof.pictures, 'picture')}`}
          {asTheyAre > 0 &&
            `${proof.pictures > 0 ? ', ' : ''}${formatNumber(asTheyAre)} ${agrees(asTheyAre, 'stays as it is', 'stay as they are')}`}
          .{' '}
          <chakra.span
            color={proof.replacing > 0 ? 'madderText' : 'soft'}
            fontWeight={proof.replacing > 0 ? '600' : '400'}
          >
            {proof.replacing > 0
              ? `${formatNumber(proof.replacing)} ${agrees(proof.replacing, 'loses', 'lose')} an existing value.`
              : uiLabels.noExistingValuesWillBeOverwritten}
          </chakra.span>
        </chakra.summary>
        <Flex direction="column" paddingY="1">
          <ProofLines proof={proof} />
        </Flex>
      </chakra.details>
    </Box>
  );
}
