'use client';

import { Box } from '@chakra-ui/react';
import { type ReactNode, useState } from 'react';
import { LinkButton } from '@/ui/buttons';

/** Opens beneath its line when asked for; the words that open it show while one is in the line. */
export function Builder({ words, children }: { words: string; children: ReactNode }) {
  const [open, setOpen] = useState(false);
  return (
    <Box fontSize="small" {...(open ? {} : { display: 'none', _groupFocusWithin: { display: 'block' } })}>
      <LinkButton type="button" aria-expanded={open} onClick={() => setOpen((before) => !before)}>
        {open ? 'close' : words}
      </LinkButton>
      {open && <Panel>{children}</Panel>}
    </Box>
  );
}

export function Panel({ children }: { children: ReactNode }) {
  return (
    <Box borderLeftWidth="3px" borderColor="woad" paddingLeft="3" paddingY="1" marginY="1">
      {children}
    </Box>
  );
}
