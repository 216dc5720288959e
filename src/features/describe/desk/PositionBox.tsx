'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useId } from 'react';
import { asText } from '@/core/catalogue/value';
import type { Scope } from '@/core/drafts/scope';
import { positionsIn } from '@/core/mapping/positionText';
import type { Desk } from '@/server/operations/photos/selectionValues';
import { LinkButton } from '@/ui/buttons';
import { TextInput } from '@/ui/inputs';
import { Notice } from '@/ui/Notice';
import { useBox } from '../store/useBox';
import type { Write } from '../store/useWriting';
import { labels } from '../words';
import { WhenRead } from './WhenRead';

/** Latitude and longitude in one line, in any usual form. */
export function PositionBox({ scope, desk, write }: { scope: Scope; desk: Desk | undefined; write: Write }) {
  const id = useId();
  const { gpsLatitude, gpsLongitude } = desk?.fields ?? {};
  const [latitude, longitude] = [asText(gpsLatitude?.same), asText(gpsLongitude?.same)];
  const held = latitude && longitude ? `${latitude}, ${longitude}` : '';
  const { typed, type, keep, empty, problem } = usePositionText(scope, held, write);
  const differs = [gpsLatitude, gpsLongitude].some(
    (one) => one !== undefined && one.same === undefined && one.variants.length > 0,
  );
  return (
    <Box>
      <Flex gap="3" alignItems="baseline">
        <chakra.label htmlFor={id} fontSize="body" whiteSpace="nowrap">
          {labels.coordinates}
        </chakra.label>
        <WhenRead isRead={gpsLatitude !== undefined} flex="1">
          <TextInput
            id={id}
            value={typed}
            placeholder={
              differs
                ? 'Different positions: writing here replaces all'
                : 'e.g. 59.9139, 10.7522 or 59°54′50″N 10°45′8″E'
            }
            onChange={(event) => type(event.target.value)}
            onBlur={keep}
            onKeyDown={(event) => event.key === 'Enter' && keep()}
          />
        </WhenRead>
        {(held !== '' || differs) && (
          <LinkButton type="button" fontSize="small" aria-label={labels.emptyTheCoordinates} onClick={empty}>
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

/** A position as it is typed: written on leaving the box, for a part of one may be another place. */
function usePositionText(scope: Scope, held: string, write: Write) {
  const { value, change, save, isNotAllowed } = useBox<string>({
    scope,
    write,
    shown: held,
    isSame: (a, b) => a.trim() === b.trim(),
    onLeave: true,
    writingOf: (text) => {
      const position = positionsIn(text);
      if (!position && text.trim() !== '') return undefined;
      const { latitude = null, longitude = null } = position ?? {};
      return { kind: 'set-fields', values: { gpsLatitude: latitude, gpsLongitude: longitude } };
    },
  });
  const empty = () => {
    change('');
    // Of positions that differ no box says one: all are emptied.
    if (held === '') write(scope, noPosition);
    else save();
  };
  return { typed: value, type: change, keep: save, empty, problem: isNotAllowed };
}

const noPosition = { kind: 'set-fields', values: { gpsLatitude: null, gpsLongitude: null } } as const;
