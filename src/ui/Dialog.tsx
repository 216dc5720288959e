'use client';

import { Box, Dialog as ChakraDialog, Portal } from '@chakra-ui/react';
import { type ReactNode, useRef } from 'react';
import { Button } from './buttons';

/** The second press of a double press that opened a dialog is beside it: it does not close it. */
const SECOND_PRESS_MS = 500;

/**
 * A dialog as all of ours look: a title, what it is about, and at its foot the way out and its acts. What has
 * `data-autofocus` is focused first.
 */
export function Dialog({
  title,
  size,
  beside,
  leave = 'Cancel',
  acts,
  onClose,
  onLeave = onClose,
  children,
}: {
  title: string;
  size: 'lg' | 'xl';
  /** What is at the foot before the acts. */
  beside?: ReactNode;
  /** Words of the way out. */
  leave?: string;
  acts?: ReactNode;
  onClose: () => void;
  /** Where the way out does more than Escape. */
  onLeave?: () => void;
  children: ReactNode;
}) {
  const content = useRef<HTMLDivElement>(null);
  const openedAt = useRef(performance.now());
  return (
    <ChakraDialog.Root
      open
      initialFocusEl={() => content.current?.querySelector<HTMLElement>('[data-autofocus]') ?? null}
      onOpenChange={(event) => !event.open && onClose()}
      onInteractOutside={(event) => {
        if (performance.now() - openedAt.current < SECOND_PRESS_MS) event.preventDefault();
      }}
      size={size}
      scrollBehavior="inside"
      placement="center"
    >
      <Portal>
        <ChakraDialog.Backdrop bg="blackAlpha.500" />
        <ChakraDialog.Positioner>
          <ChakraDialog.Content
            ref={content}
            bg="leaf"
            borderRadius="sm"
            borderWidth="1px"
            borderColor="rule"
            boxShadow="none"
          >
            <ChakraDialog.Header paddingBottom="2">
              <ChakraDialog.Title fontFamily="heading" fontSize="title">
                {title}
              </ChakraDialog.Title>
            </ChakraDialog.Header>
            <ChakraDialog.Body>{children}</ChakraDialog.Body>
            <ChakraDialog.Footer borderTopWidth="1px" gap="3">
              {beside && (
                <Box flex="1" textStyle="hint">
                  {beside}
                </Box>
              )}
              <Button type="button" onClick={onLeave}>
                {leave}
              </Button>
              {acts}
            </ChakraDialog.Footer>
          </ChakraDialog.Content>
        </ChakraDialog.Positioner>
      </Portal>
    </ChakraDialog.Root>
  );
}
