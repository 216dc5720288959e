'use client';

import { Flex, type FlexProps } from '@chakra-ui/react';

/** Acts of a place, side by side; they go below each other where there is no room. */
export function Toolbar(props: FlexProps) {
  return <Flex alignItems="center" columnGap="4" rowGap="1" wrap="wrap" fontSize="body" {...props} />;
}
