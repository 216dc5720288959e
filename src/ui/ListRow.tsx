'use client';

import { chakra, Flex, type FlexProps } from '@chakra-ui/react';
import type { ReactNode } from 'react';

/** A row of a list, a hairline above it: what it is, what there is to say of it, and its acts. */
export function ListRow({
  name,
  words,
  children,
  ...rest
}: Omit<FlexProps, 'children'> & { name: ReactNode; words?: ReactNode; children?: ReactNode }) {
  return (
    <Flex
      borderTopWidth="1px"
      paddingY="1.5"
      fontSize="body"
      columnGap="4"
      rowGap="1"
      justifyContent="space-between"
      alignItems="baseline"
      wrap="wrap"
      {...rest}
    >
      <chakra.span minWidth="0" overflowWrap="anywhere">
        {name}
      </chakra.span>
      {words && <chakra.span color="soft">{words}</chakra.span>}
      {children}
    </Flex>
  );
}
