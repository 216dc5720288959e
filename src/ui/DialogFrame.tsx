'use client';

import { Dialog, Portal } from '@chakra-ui/react';
import { type ReactNode, useRef } from 'react';

/** A dialog as all of ours look: a title, what it is about, and its acts at the foot. What has `data-autofocus` is focused first. */
export function DialogFrame({
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
    <Dialog.Root
      open
      initialFocusEl={() => content.current?.querySelector<HTMLElement>('[data-autofocus]') ?? null}
      onOpenChange={(event) => !event.open && onClose()}
      size={size}
      scrollBehavior="inside"
      placement="center"
    >
      <Portal>
        <Dialog.Backdrop bg="blackAlpha.500" />
        <Dialog.Positioner>
          <Dialog.Content
            ref={content}
            bg="leaf"
            borderRadius="sm"
            borderWidth="1px"
            borderColor="rule"
            boxShadow="none"
          >
            <Dialog.Header paddingBottom="2">
              <Dialog.Title fontFamily="heading" fontSize="1.3125rem">
                {title}
              </Dialog.Title>
            </Dialog.Header>
            <Dialog.Body>{children}</Dialog.Body>
            <Dialog.Footer borderTopWidth="1px" gap="3">
              {acts}
            </Dialog.Footer>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
