'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { asText } from '@/core/catalogue/value';
import type { Scope } from '@/core/drafts/scope';
import { positionsIn } from '@/core/mapping/positionText';
import { formatNumber } from '@/core/wording/counts';
import type { Desk } from '@/server/operations/photos/selectionValues';
import { apiRequest } from '@/ui/api';
import { LinkButton } from '@/ui/buttons';
import { queryKeys } from '@/ui/queryKeys';
import type { Write } from '../store/useWriting';
import { DeskField } from './DeskField';
import { type OfferedPlace, PlaceFinder, placeWords, valuesOf } from './PlaceFinder';
import { PositionBox } from './PositionBox';

interface Props {
  readonly scope: Scope;
  readonly count: number;
  readonly desk: Desk | undefined;
  readonly write: Write;
}

const lines = ['sublocation', 'city', 'state', 'country', 'countryCode'] as const;

/** Where it was taken: a town fills city, region, country and code together; the creator's address is elsewhere. */
export function PlacePanel({ scope, count, desk, write }: Props) {
  const take = (place: OfferedPlace) => write(scope, { kind: 'set-fields', values: valuesOf(place) });
  const common = { scope, count, write };
  return (
    <Flex gap="6" wrap="wrap" paddingBottom="3">
      <Box flex="1 1 22em" minWidth="0">
        <PlaceFinder onTake={take} />
        {lines.map((id) => (
          <DeskField key={id} field={id} desk={desk} {...common} />
        ))}
        <DeskField field="eventName" desk={desk} {...common} />
      </Box>
      <Box flex="1 1 20em" minWidth="0">
        <PositionBox scope={scope} desk={desk} write={write} />
        <Nearest desk={desk} onTake={take} />
        <Box textStyle="hint" paddingTop="2">
          These say where the picture was taken. What it shows, where that lies elsewhere:
        </Box>
        <DeskField field="locationShown" desk={desk} {...common} />
        <DeskField field="locationCreated" desk={desk} {...common} />
      </Box>
    </Flex>
  );
}

/** The towns nearest to the picture's coordinates, with their distance. */
function Nearest({ desk, onTake }: { desk: Desk | undefined; onTake: (place: OfferedPlace) => void }) {
  const [latitude, longitude] = [desk?.fields.gpsLatitude?.same, desk?.fields.gpsLongitude?.same].map(asText);
  const position = positionsIn(`${latitude}, ${longitude}`);
  const asked = position ? `latitude=${position.latitude}&longitude=${position.longitude}` : '';
  const { data } = useQuery({
    queryKey: queryKeys.places(asked),
    queryFn: () => apiRequest<OfferedPlace[]>(`places?${asked}`),
    enabled: asked !== '',
    staleTime: Number.POSITIVE_INFINITY,
  });
  if (!position || !data || data.length === 0) return null;
  return (
    <Box fontSize="small" paddingY="1">
      nearest:{' '}
      {data.map((place, at) => (
        <span key={placeWords(place)}>
          {at > 0 && ', '}
          <LinkButton type="button" minHeight="0" onClick={() => onTake(place)}>
            {place.city}
          </LinkButton>{' '}
          {place.km !== undefined && `${formatNumber(Math.round(place.km * 10) / 10)} km`}
        </span>
      ))}
    </Box>
  );
}
