'use client';

import { Box, chakra } from '@chakra-ui/react';
import { type ReactNode, useRef, useState } from 'react';
import { Popover } from '@/ui/Popover';

/** A part of a sentence that can be changed: pressed, it opens what it stands for. */
export function Choice({
  label,
  words,
  children,
  width = '24rem',
}: {
  /** What it is, for those who hear it. */
  label: string;
  words: string;
  children: ReactNode;
  width?: string;
}) {
  const at = useRef<HTMLSpanElement>(null);
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <Words
        ref={at}
        role="button"
        tabIndex={0}
        aria-haspopup="dialog"
        aria-expanded={isOpen}
        aria-label={`${label}: ${words}`}
        onClick={() => setOpen(!isOpen)}
        onKeyDown={(event) => {
          if (event.key !== 'Enter' && event.key !== ' ') return;
          event.preventDefault();
          setOpen(!isOpen);
        }}
      >
        {words}
      </Words>
      {isOpen && (
        <Popover at={at} onClose={() => setOpen(false)} label={label} placement="bottom-start">
          <Box width={width} maxWidth="calc(100vw - 4rem)" display="grid" gap="3" fontSize="body">
            {children}
          </Box>
        </Popover>
      )}
    </>
  );
}

/** No button element: that would break out of its sentence where it needs a second line. */
const Words = chakra('span', {
  base: {
    color: 'woad',
    cursor: 'pointer',
    textDecoration: 'underline',
    textDecorationThickness: '2px',
    textUnderlineOffset: '5px',
    overflowWrap: 'anywhere',
    _hover: { bg: 'wash' },
    _expanded: { bg: 'wash' },
  },
});
