'use client';

import { Box } from '@chakra-ui/react';
import dynamic from 'next/dynamic';

/** The editor of patterns is large: it is loaded where one is edited. */
export const LazyPatternField = dynamic(() => import('./PatternField').then((one) => one.PatternField), {
  loading: () => <Box height="2.25rem" />,
});
