'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useEffect, useId, useState } from 'react';
import { asText } from '@/core/catalogue/value';
import type { Scope } from '@/core/drafts/scope';
import { positionsIn } from '@/core/mapping/positionText';
import type { Desk } from '@/server/operations/photos/acrossPhotos';
import { LinkButton } from '@/ui/buttons';
import { TextInput } from '@/ui/inputs';
import { Notice } from '@/ui/Notice';
import type { Write } from './useWriting';

/** Latitude and longitude in one line, in any usual form. */
export function PositionBox({ scope, desk, write }: { scope: Scope; desk: Desk | undefined; write: Write }) {
  const id = useId();
  const { gpsLatitude, gpsLongitude } = desk?.fields ?? {};
  const [latitude, longitude] = [asText(gpsLatitude?.same), asText(gpsLongitude?.same)];
  const held = latitude && longitude ? `${latitude}, ${longitude}` : '';
  const [typed, setTyped] = useState(held);
  const [problem, setProblem] = useState(false);
  useEffect(() => setTyped(held), [held]);
  const differs = [gpsLatitude, gpsLongitude].some(
    (one) => one !== undefined && one.same === undefined && one.variants.length > 0,
  );
  const keep = () => {
    if (typed.trim() === held) return;
    const position = positionsIn(typed);
    setProblem(!position && typed.trim() !== '');
    if (position)
      write(scope, {
        kind: 'set-fields',
        values: { gpsLatitude: position.latitude, gpsLongitude: position.longitude },
      });
  };
  return (
    <Box>
      <Flex gap="3" alignItems="baseline">
        <chakra.label htmlFor={id} fontSize="body" whiteSpace="nowrap">
          Coordinates
        </chakra.label>
        <TextInput
          id={id}
          value={typed}
          placeholder={
            differs
              ? 'Different positions: writing here replaces all'
              : 'e.g. 59.9139, 10.7522 or 59°54′50″N 10°45′8″E'
          }
          onChange={(event) => setTyped(event.target.value)}
          onBlur={keep}
          onKeyDown={(event) => event.key === 'Enter' && keep()}
        />
        {(held !== '' || differs) && (
          <LinkButton
            type="button"
            fontSize="small"
            aria-label="Empty the coordinates"
            onClick={() =>
              write(scope, { kind: 'set-fields', values: { gpsLatitude: null, gpsLongitude: null } })
            }
          >
            Empty
          </LinkButton>
        )}
      </Flex>
      {problem && (
        <Notice kind="error">
          Not saved yet. Expected: degrees north or south, then east or west, such as 59.9139, 10.7522.
        </Notice>
      )}
      {held !== '' && (
        <Box textStyle="hint">
          Anybody who gets the file can read this position: leave it out for homes and protected places.
        </Box>
      )}
    </Box>
  );
}
