'use client';

import { Dialog, Portal } from '@chakra-ui/react';
import type { ReactNode } from 'react';

/** A dialog as all of ours look: a title, what it is about, and its acts at the foot. */
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
  return (
    <Dialog.Root
      open
      onOpenChange={(event) => !event.open && onClose()}
      size={size}
      scrollBehavior="inside"
      placement="center"
    >
      <Portal>
        <Dialog.Backdrop bg="blackAlpha.500" />
        <Dialog.Positioner>
          <Dialog.Content bg="leaf" borderRadius="sm" borderWidth="1px" borderColor="rule" boxShadow="none">
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
