'use client';

import { chakra } from '@chakra-ui/react';

/** A folder to go into, with what lies in it. */
export function FolderButton({
  isCurrent = false,
  title,
  about,
  onClick,
  children,
}: {
  isCurrent?: boolean;
  title?: string;
  about?: string;
  onClick: () => void;
  children: React.ReactNode;
}) {
  return (
    <chakra.button
      type="button"
      display="flex"
      justifyContent="space-between"
      gap="4"
      width="100%"
      textAlign="start"
      paddingX="2"
      paddingY="1"
      fontSize="body"
      cursor="pointer"
      bg={isCurrent ? 'wash' : 'transparent'}
      aria-current={isCurrent ? 'true' : undefined}
      title={`Choose a folder: ${title}`}
      onClick={onClick}
      _hover={{ bg: 'wash' }}
    >
      <chakra.span truncate>{children}</chakra.span>
      {about && (
        <chakra.span color="soft" whiteSpace="nowrap">
          {about}
        </chakra.span>
      )}
    </chakra.button>
  );
}
