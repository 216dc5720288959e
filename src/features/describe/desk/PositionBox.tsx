'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useEffect, useId, useRef, useState } from 'react';
import { asText } from '@/core/catalogue/value';
import type { Scope } from '@/core/drafts/scope';
import { positionsIn } from '@/core/mapping/positionText';
import type { Desk } from '@/server/operations/photos/selectionValues';
import { LinkButton } from '@/ui/buttons';
import { TextInput } from '@/ui/inputs';
import { Notice } from '@/ui/Notice';
import { useLeaving } from '@/ui/useLeaving';
import { labels } from '../words';
import type { Write } from './useWriting';
import { WhenRead } from './WhenRead';

/** Latitude and longitude in one line, in any usual form. */
export function PositionBox({ scope, desk, write }: { scope: Scope; desk: Desk | undefined; write: Write }) {
  const id = useId();
  const { gpsLatitude, gpsLongitude } = desk?.fields ?? {};
  const [latitude, longitude] = [asText(gpsLatitude?.same), asText(gpsLongitude?.same)];
  const held = latitude && longitude ? `${latitude}, ${longitude}` : '';
  const { typed, type, keep, empty, problem } = usePositionText(held, (position) =>
    write(scope, {
      kind: 'set-fields',
      values: { gpsLatitude: position?.latitude ?? null, gpsLongitude: position?.longitude ?? null },
    }),
  );
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

type Position = NonNullable<ReturnType<typeof positionsIn>>;

/** The position as it is typed. Saved on leaving: the box, the picture or the page; a part of one may be another place. */
function usePositionText(held: string, save: (position: Position | undefined) => void) {
  const [typed, setTyped] = useState(held);
  const [problem, setProblem] = useState(false);
  const changed = useRef<string>(undefined);
  const latest = useRef({ held, save });
  latest.current = { held, save };
  useEffect(() => {
    if (changed.current === undefined) setTyped(held);
  }, [held]);
  const type = (text: string) => {
    changed.current = text;
    setTyped(text);
  };
  const put = (position: Position | undefined) => {
    changed.current = undefined;
    setProblem(false);
    latest.current.save(position);
  };
  const keep = useRef(() => {
    const text = changed.current?.trim();
    if (text === undefined) return;
    const position = positionsIn(text);
    if (text === latest.current.held) {
      changed.current = undefined;
      setProblem(false);
    } else if (position || text === '') put(position);
    else setProblem(true);
  }).current;
  const empty = () => {
    setTyped('');
    put(undefined);
  };
  useLeaving(keep);
  return { typed, type, keep, empty, problem };
}
