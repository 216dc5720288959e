'use client';

import { Box } from '@chakra-ui/react';
import { useState } from 'react';
import { positionsIn } from '@/core/mapping/positionText';
import type { Entry } from '@/core/templates/template';
import { Select, TextInput } from '@/ui/inputs';
import { countryList } from '../../fields/countries';

type Put = (entries: readonly Entry[]) => void;

/** Country and code go in together (ISO 3166-1). */
export function CountryBuilder({ rule, put }: { rule: Entry['rule']; put: Put }) {
  return (
    <Select
      aria-label="Country with its code"
      value=""
      maxWidth="16em"
      onChange={(event) => {
        const chosen = countryList.find((one) => one.code === event.target.value);
        if (chosen)
          put([
            { field: 'country', rule, texts: [chosen.name] },
            { field: 'countryCode', rule, texts: [chosen.code] },
          ]);
      }}
    >
      <option value="">choose a country …</option>
      {countryList.map(({ code, name }) => (
        <option key={code} value={code}>
          {name}, {code}
        </option>
      ))}
    </Select>
  );
}

/** A position as maps give it goes into latitude and longitude. */
export function PositionBuilder({ put }: { put: Put }) {
  const [typed, setTyped] = useState('');
  const found = positionsIn(typed);
  return (
    <Box>
      <TextInput
        aria-label="Position as a map gives it"
        value={typed}
        placeholder="59.9139, 10.7522 or 59°54′50″N 10°45′8″E"
        onChange={(event) => {
          setTyped(event.target.value);
          const position = positionsIn(event.target.value);
          if (position)
            put([
              { field: 'gpsLatitude', rule: 'overwrite', texts: [position.latitude] },
              { field: 'gpsLongitude', rule: 'overwrite', texts: [position.longitude] },
            ]);
        }}
      />
      <Box color={typed !== '' && !found ? 'weldText' : 'soft'}>
        {typed !== '' && !found
          ? 'This is no position.'
          : 'Everybody who gets the file can see where it is. For a home, leave it out.'}
      </Box>
    </Box>
  );
}
