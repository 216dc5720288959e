'use client';

import { Popover as ChakraPopover, Portal } from '@chakra-ui/react';
import { type ReactNode, type RefObject, useRef } from 'react';

/** What opens beside something that was pressed, and goes with Escape or a press elsewhere. */
export function Popover({
  at,
  onClose,
  label,
  placement = 'bottom-end',
  children,
}: {
  /** What it belongs to: it is beside it, and the focus goes back there. */
  at: RefObject<HTMLElement | null>;
  onClose: () => void;
  /** What it is, where its content does not say so by itself. */
  label?: string;
  placement?: 'bottom-end' | 'bottom-start';
  children: ReactNode;
}) {
  const content = useRef<HTMLDivElement>(null);
  // It is gone at once, before it could give the focus back by itself.
  const close = () => {
    const hasFocus = content.current?.contains(document.activeElement);
    onClose();
    if (hasFocus) at.current?.focus();
  };
  return (
    <ChakraPopover.Root
      open
      onOpenChange={(event) => !event.open && close()}
      persistentElements={[() => at.current]}
      positioning={{
        placement,
        getAnchorRect: () => at.current?.getBoundingClientRect() ?? null,
      }}
    >
      <Portal>
        <ChakraPopover.Positioner>
          <ChakraPopover.Content
            ref={content}
            {...(label ? { 'aria-label': label } : {})}
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
