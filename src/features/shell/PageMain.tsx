'use client';

import { Box, type BoxProps, chakra } from '@chakra-ui/react';

/** What a page holds below its top line; its heading is for those who listen, the top line shows it. */
export function PageMain({ title, children, ...rest }: BoxProps & { title: string }) {
  return (
    <Box as="main" {...rest}>
      <chakra.h1 srOnly>{title}</chakra.h1>
      {children}
    </Box>
  );
}
