'use client';

import { Box } from '@chakra-ui/react';
import { repairedAddress } from '@/core/rights/webAddress';
import { WordAct } from '@/ui/acts';

/** "www.…" is no whole address: the mended one is offered. */
export function AddressRepair({ typed, onType }: { typed: string; onType: (typed: string) => void }) {
  const mended = repairedAddress(typed);
  if (!mended) return null;
  return (
    <Box fontSize="0.8125rem" color="weldText">
      Not a whole address.{' '}
      <WordAct type="button" onClick={() => onType(mended)}>
        Make it {mended}
      </WordAct>
    </Box>
  );
}
