'use client';

import { Box, chakra } from '@chakra-ui/react';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useId, useState } from 'react';
import { formatNumber } from '@/core/wording/counts';
import type { FoundPlace } from '@/server/gazetteer/thread';
import type { FieldChanges } from '@/server/operations/drafts/writing';
import { apiRequest } from '@/ui/api';
import { TextInput } from '@/ui/inputs';
import { OptionList } from '@/ui/OptionList';
import { queryKeys } from '@/ui/queryKeys';
import { comboboxOf, useOptionMenu } from '@/ui/useOptionMenu';
import { labels } from '../words';

export type OfferedPlace = FoundPlace;

export const placeWords = ({ city, region, country }: OfferedPlace): string =>
  [city, region, country].filter(Boolean).join(', ');

/** City, region, country and code together; the sublocation stays as it is. */
export const valuesOf = ({ city, region, country, countryCode }: OfferedPlace): FieldChanges => ({
  city,
  state: region || null,
  country: country || null,
  countryCode: countryCode || null,
});

/** A town by a few letters, accents ignored, the bigger one first; it fills four fields together. */
export function PlaceFinder({ onTake }: { onTake: (place: OfferedPlace) => void }) {
  const id = useId();
  const [typed, setTyped] = useState('');
  const { of } = useOptionMenu(typed, { isFirstMarked: true });
  const wanted = typed.trim();
  const { data, isFetching } = useQuery({
    queryKey: queryKeys.places(wanted),
    queryFn: () => apiRequest<OfferedPlace[]>(`places?typed=${encodeURIComponent(wanted)}`),
    enabled: wanted.length > 1,
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
  });
  const found = wanted.length > 1 ? (data ?? []) : [];
  const menu = of(found, (place) => {
    setTyped('');
    onTake(place);
  });
  return (
    <Box position="relative" paddingBottom="1">
      <TextInput
        id={id}
        {...comboboxOf(`${id}-towns`, menu)}
        aria-label={labels.findATown}
        value={typed}
        placeholder="town: a few letters fill city, region, country and code"
        onChange={(event) => setTyped(event.target.value)}
        onKeyDown={menu.onKey}
      />
      {menu.found.length > 0 && (
        <OptionList
          id={`${id}-towns`}
          label="Towns"
          options={menu.found.map((place) => ({
            key: `${placeWords(place)} ${place.latitude}`,
            content: (
              <>
                {placeWords(place)}{' '}
                <chakra.span color="soft">
                  {place.countryCode}
                  {place.population > 0 && ` · ${formatNumber(place.population)} people`}
                </chakra.span>
              </>
            ),
          }))}
          marked={menu.marked}
          onTake={menu.take}
        />
      )}
      {wanted.length > 1 && found.length === 0 && isFetching && (
        <Box textStyle="hint" role="status">
          looking …
        </Box>
      )}
      {wanted.length > 1 && found.length === 0 && !isFetching && (
        <Box textStyle="hint" role="status">
          No town of that name in the gazetteer. Type it into City below.
        </Box>
      )}
    </Box>
  );
}
