'use client';

import { Box } from '@chakra-ui/react';
import { repairedAddress } from '@/core/rights/webAddress';
import { LinkButton } from '@/ui/buttons';

/** "www.…" is no whole address: the mended one is offered. */
export function AddressRepair({ typed, onType }: { typed: string; onType: (typed: string) => void }) {
  const mended = repairedAddress(typed);
  if (!mended) return null;
  return (
    <Box fontSize="small" color="weldText">
      Not a whole address.{' '}
      <LinkButton type="button" onClick={() => onType(mended)}>
        Make it {mended}
      </LinkButton>
    </Box>
  );
}
