'use client';

import { Box } from '@chakra-ui/react';
import dynamic from 'next/dynamic';
import { useMemo } from 'react';
import { vocabularyFigures } from '@/core/keywords/vocabulary/growth';
import { formatNumber } from '@/core/wording/counts';
import type { TermMap } from './useVocabulary';

// The library of charts is large: it comes with this view alone.
const UseCharts = dynamic(() => import('./UseCharts').then((one) => one.UseCharts), { ssr: false });

/** How the terms are used: the most usual, the share of those used once, and how the vocabulary grew. */
export function UseView({ terms }: { terms: TermMap }) {
  const figures = useMemo(() => vocabularyFigures(terms.values()), [terms]);
  const share = figures.used === 0 ? 0 : Math.round((figures.once / figures.used) * 100);
  return (
    <Box overflowY="auto" flex="1" paddingBottom="6">
      <Box fontSize="title" fontFamily="heading" paddingBottom="1">
        {formatNumber(figures.used)} of {formatNumber(figures.terms)} terms are on pictures.
      </Box>
      <Box color="soft" fontSize="body" paddingBottom="4">
        {figures.used === 0
          ? 'As soon as pictures carry them, their use is shown here.'
          : `${formatNumber(figures.once)} of them on one picture only, ${share} in a hundred: words that are used once seldom find anything.`}
      </Box>
      {figures.used > 0 && <UseCharts figures={figures} />}
    </Box>
  );
}
