'use client';

import { Box, chakra } from '@chakra-ui/react';
import { fieldLabel } from '@/core/catalogue/fields';
import { type FacetName, facetNames } from '@/core/search/facets';
import { formatNumber } from '@/core/wording/counts';
import type { SearchAnswer } from '@/server/operations/search/searchPhotos';
import { valueWords } from '@/ui/valueWords';
import { facetTitles, labels } from './words';

/** The condition that a value of a facet stands for. */
function sentenceOf(facet: FacetName, value: string): string {
  if (facet === 'year') return `Taken in ${value}`;
  if (facet === 'assignment') return `Assignment is ${value}`;
  return `${fieldLabel(facet)} is ${value}`;
}

const shown = (facet: FacetName, value: string) =>
  facet === 'rightsStatus' ? valueWords(facet, value) : value;

/** What the result can be narrowed to, with counts; a second press takes the condition away. */
export function Facets({
  facets,
  where,
  onToggle,
}: {
  facets: SearchAnswer['facets'];
  where: readonly string[];
  onToggle: (sentence: string) => void;
}) {
  const filled = facetNames.filter((facet) => facets[facet]?.length);
  return (
    <Box
      as="nav"
      aria-label={labels.narrow}
      fontSize="body"
      marginTop={{ base: '5', md: '0' }}
      order={{ base: 1, md: 0 }}
    >
      {filled.map((facet) => (
        <Box key={facet} marginBottom="4">
          <chakra.h2 fontWeight="600" fontSize="body">
            {facetTitles[facet]}
          </chakra.h2>
          {facets[facet]!.map(({ value, pictures }) => {
            const sentence = sentenceOf(facet, value);
            const isOn = where.includes(sentence);
            return (
              <chakra.button
                key={value}
                type="button"
                aria-pressed={isOn}
                data-control="narrow the result"
                display="flex"
                width="100%"
                gap="2"
                minHeight="1.5rem"
                textAlign="left"
                cursor="pointer"
                bg={isOn ? 'wash' : 'transparent'}
                fontWeight={isOn ? '600' : '400'}
                _hover={{ bg: 'wash' }}
                onClick={() => onToggle(sentence)}
              >
                <chakra.span flex="1" minWidth="0" truncate>
                  {shown(facet, value)}
                </chakra.span>
                <chakra.span color="soft">{formatNumber(pictures)}</chakra.span>
              </chakra.button>
            );
          })}
        </Box>
      ))}
    </Box>
  );
}
