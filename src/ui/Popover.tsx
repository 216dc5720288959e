'use client';

import { Popover as ChakraPopover, Portal } from '@chakra-ui/react';
import type { ReactNode, RefObject } from 'react';

/** What opens beside something that was pressed, and goes with Escape or a press elsewhere. */
export function Popover({
  at,
  onClose,
  children,
}: {
  /** What it belongs to: it stands beside it, and the focus goes back there. */
  at: RefObject<HTMLElement | null>;
  onClose: () => void;
  children: ReactNode;
}) {
  return (
    <ChakraPopover.Root
      open
      onOpenChange={(event) => !event.open && onClose()}
      finalFocusEl={() => at.current}
      persistentElements={[() => at.current]}
      positioning={{
        placement: 'bottom-end',
        getAnchorRect: () => at.current?.getBoundingClientRect() ?? null,
      }}
    >
      <Portal>
        <ChakraPopover.Positioner>
          <ChakraPopover.Content
            bg="leaf"
            borderWidth="1px"
            borderColor="rule"
            boxShadow="none"
            width="auto"
            borderRadius="sm"
          >
            <ChakraPopover.Body padding="3" fontSize="small">
              {children}
            </ChakraPopover.Body>
          </ChakraPopover.Content>
        </ChakraPopover.Positioner>
      </Portal>
    </ChakraPopover.Root>
  );
}
