'use client';

import { Box, type BoxProps } from '@chakra-ui/react';
import type { ReactNode } from 'react';

interface Option {
  readonly key: string;
  readonly content: ReactNode;
}

/** What is on offer under a box that one types in; the box keeps the focus and names the marked one (`id-place`). */
export function OptionList({
  id,
  label,
  options,
  marked,
  onTake,
  ...rest
}: {
  id: string;
  label: string;
  options: readonly Option[];
  marked: number;
  onTake: (at: number) => void;
} & Omit<BoxProps, 'onChange'>) {
  return (
    <Box id={id} role="listbox" aria-label={label} bg="leaf" borderWidth="1px" borderColor="rule" {...rest}>
      {options.map(({ key, content }, at) => (
        <Box
          key={key}
          id={`${id}-${at}`}
          role="option"
          aria-selected={at === marked}
          paddingX="3"
          paddingY="1"
          fontSize="body"
          cursor="pointer"
          bg={at === marked ? 'wash' : undefined}
          onMouseDown={(event) => event.preventDefault()}
          onClick={() => onTake(at)}
        >
          {content}
        </Box>
      ))}
    </Box>
  );
}
