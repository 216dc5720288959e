'use client';

import { Dialog as ChakraDialog, Portal } from '@chakra-ui/react';
import { type ReactNode, useRef } from 'react';

/** A dialog as all of ours look: a title, what it is about, and its acts at the foot. What has `data-autofocus` is focused first. */
export function Dialog({
  title,
  size,
  acts,
  onClose,
  children,
}: {
  title: string;
  size: 'lg' | 'xl';
  acts: ReactNode;
  onClose: () => void;
  children: ReactNode;
}) {
  const content = useRef<HTMLDivElement>(null);
  return (
    <ChakraDialog.Root
      open
      initialFocusEl={() => content.current?.querySelector<HTMLElement>('[data-autofocus]') ?? null}
      onOpenChange={(event) => !event.open && onClose()}
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
              {acts}
            </ChakraDialog.Footer>
          </ChakraDialog.Content>
        </ChakraDialog.Positioner>
      </Portal>
    </ChakraDialog.Root>
  );
}
