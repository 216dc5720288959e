'use client';

import { Box } from '@chakra-ui/react';
import dynamic from 'next/dynamic';
import { conditionOf, conditionText } from '@/core/search/condition';
import type { PlaceCount } from '@/core/search/places';
import { LinkButton } from '@/ui/buttons';
import { labels } from './words';

const WorldMap = dynamic(() => import('./WorldMap').then((one) => one.WorldMap), { ssr: false });

/** Where the found pictures were taken; a part of the map narrows the result. */
export function MapView({
  places,
  where,
  onChange,
}: {
  places: readonly PlaceCount[];
  where: readonly string[];
  onChange: (where: readonly string[]) => void;
}) {
  const others = where.filter((one) => conditionOf(one)?.kind !== 'near');
  const isNarrowed = others.length < where.length;
  if (places.length === 0 && !isNarrowed) return null;
  return (
    <Box as="section" aria-label={labels.map} marginBottom="4" flex={{ base: '1 1 100%', lg: '0 0 20rem' }}>
      {places.length > 0 && (
        <WorldMap
          places={places}
          onNarrow={(near) => onChange([...others, conditionText({ kind: 'near', ...near })])}
        />
      )}
      {isNarrowed && (
        <LinkButton type="button" fontSize="small" onClick={() => onChange(others)}>
          {labels.everywhere}
        </LinkButton>
      )}
    </Box>
  );
}
