'use client';

import { chakra } from '@chakra-ui/react';
import { Key } from '@/ui/Key';

const keys = [
  ['↵', 'save, go down'],
  ['Tab', 'save, go right'],
  ['Alt ↓', 'fill down'],
  ['Ctrl V', 'paste cells'],
] as const;

/** Which keys write in the ledger. */
export function LedgerKeys() {
  return (
    <chakra.span color="soft" display={{ base: 'none', lg: 'inline-flex' }} gap="3">
      {keys.map(([key, words]) => (
        <span key={key}>
          <Key>{key}</Key> {words}
        </span>
      ))}
    </chakra.span>
  );
}
