'use client';

import { Box } from '@chakra-ui/react';
import type { FieldId } from '@/core/catalogue/fields';
import { repairedAddress, webAddressFields } from '@/core/rights/webAddress';
import { LinkButton } from '@/ui/buttons';

/** "www.…" is no whole web address: the whole one is offered. */
export function AddressRepair({
  field,
  typed,
  onType,
}: {
  field: FieldId;
  typed: string;
  onType: (typed: string) => void;
}) {
  const mended = webAddressFields.includes(field) ? repairedAddress(typed) : undefined;
  if (!mended) return null;
  return (
    <Box fontSize="small" color="weldText">
      Not a whole address.{' '}
      <LinkButton
        type="button"
        // What is written in keeps the focus.
        onMouseDown={(event) => event.preventDefault()}
        onClick={() => onType(mended)}
      >
        Make it {mended}
      </LinkButton>
    </Box>
  );
}
