'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import type { Proof } from '@/core/drafts/proof';
import type { ImportWay } from '@/core/naming/importChoices';
import { ProofLines } from '@/ui/ProofLines';
import type { CardPicture } from './useSource';

const wayWords: Readonly<Record<ImportWay, string>> = {
  copy: 'come as copies',
  move: 'are moved here',
  'take-up': 'are taken up where they lie, with these as drafts',
};

/** What the run will do, in numbers, before it is begun: how many, how much, what goes in and what goes. */
export function ProofInNumbers({
  coming,
  proof,
  way,
}: {
  coming: readonly CardPicture[];
  proof: Proof;
  way: ImportWay;
}) {
  if (coming.length === 0) return null;
  const bytes = coming.reduce((sum, one) => sum + one.picture.size, 0);
  const asTheyAre = coming.length - proof.pictures;
  return (
    <Box
      as="section"
      aria-label="Review changes before they are written"
      fontSize="0.8125rem"
      marginBottom="1"
    >
      <chakra.details>
        <chakra.summary cursor="pointer">
          <chakra.span fontWeight="600">
            {coming.length} {coming.length === 1 ? 'picture' : 'pictures'}, {sizeWords(bytes)},
          </chakra.span>{' '}
          {wayWords[way]}.{' '}
          {proof.pictures > 0 && `${proof.lines.length} kinds of change in ${proof.pictures}`}
          {asTheyAre > 0 && `${proof.pictures > 0 ? ', ' : ''}${asTheyAre} stay as they are`}.{' '}
          <chakra.span
            color={proof.replacing > 0 ? 'madderText' : 'soft'}
            fontWeight={proof.replacing > 0 ? '600' : '400'}
          >
            {proof.replacing > 0
              ? `${proof.replacing} lose an existing value.`
              : 'No existing values will be overwritten.'}
          </chakra.span>
        </chakra.summary>
        <Flex direction="column" paddingY="1">
          <ProofLines proof={proof} />
        </Flex>
      </chakra.details>
    </Box>
  );
}

function sizeWords(bytes: number): string {
  const units = ['bytes', 'kB', 'MB', 'GB', 'TB'];
  const power = bytes === 0 ? 0 : Math.min(units.length - 1, Math.floor(Math.log10(bytes) / 3));
  const value = bytes / 1000 ** power;
  return `${value.toLocaleString(undefined, { maximumFractionDigits: value < 10 && power > 0 ? 1 : 0 })} ${units[power]}`;
}
