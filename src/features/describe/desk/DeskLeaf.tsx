'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { type RefObject, useEffect, useLayoutEffect, useRef } from 'react';
import type { Scope } from '@/core/drafts/scope';
import type { Assignment } from '@/server/operations/assignments/assignments';
import type { Write } from '../store/useWriting';
import { CaptionBox } from './CaptionBox';
import { CaptionHelp } from './CaptionHelp';
import { CreditsPanel } from './CreditsPanel';
import { FieldsPanel, fieldsFor } from './FieldsPanel';
import { KeywordsBox } from './KeywordsBox';
import { PeopleBox } from './PeopleBox';
import { PlacePanel } from './PlacePanel';
import { type PanelName, panelFields, panelWords } from './panels';
import { RightsPanel } from './RightsPanel';
import { ThreadsPanel } from './ThreadsPanel';
import { useCaption } from './useCaption';
import { useDesk } from './useDesk';
import type { DeskFields } from './useDeskFields';
import { useOfferedPeople } from './useOfferedPeople';

interface Props {
  readonly assignment: Assignment;
  readonly scope: Scope;
  readonly count: number;
  readonly write: Write;
  readonly asked: DeskFields;
  /** In One by one the leaf is the page: one column, the caption first, the people as a list. */
  readonly isPage?: boolean;
  /** Height in pixels of the leaf of the pictures before: it is kept until the values of these arrive. */
  readonly lastHeight?: RefObject<number>;
}

/** Caption, keywords and people side by side; everything else behind a word. */
export function DeskLeaf({ assignment, scope, count, write, asked, isPage = false, lastHeight }: Props) {
  const { id: assignmentId } = assignment;
  const people = useOfferedPeople(assignment);
  const { panel, setPanel, shown, fields } = asked;
  const desk = useDesk(assignmentId, scope, count, fields);
  const caption = useCaption(scope, desk, write);
  const common = { scope, count, desk, write };
  const { open, panelBox } = useOpenedInSight(panel, setPanel);
  const { leaf, minHeight } = useKeptHeight(desk !== undefined, lastHeight);
  const peopleBox = (
    <Box minWidth="0" data-writes="people">
      <PeopleBox {...common} people={people} caption={caption} showsList={isPage} />
    </Box>
  );
  return (
    <Box ref={leaf} minHeight={minHeight}>
      <Box
        display="grid"
        gridTemplateColumns={
          isPage
            ? 'minmax(0, 1fr)'
            : { base: 'minmax(0, 1fr)', md: 'minmax(0, 5fr) minmax(0, 4fr) minmax(0, 3fr)' }
        }
        gap={isPage ? '4' : '6'}
        paddingBottom="2"
      >
        <Box minWidth="0" data-writes="caption">
          <CaptionBox
            caption={caption}
            count={count}
            desk={desk}
            people={people}
            isLarge={isPage}
            autoFocus={isPage}
            onSpread={(text) => write(scope, { kind: 'caption', text })}
          />
          <CaptionHelp assignment={assignment} caption={caption} desk={desk} />
        </Box>
        {isPage && peopleBox}
        <Box minWidth="0" data-writes="keywords">
          <KeywordsBox assignmentId={assignmentId} {...common} />
        </Box>
        {!isPage && peopleBox}
      </Box>
      <PanelWords panel={panel} onChange={open} />
      <div ref={panelBox}>
        {panel === 'place' && <PlacePanel {...common} />}
        {panel === 'credits' && <CreditsPanel {...common} caption={caption} />}
        {panel === 'threads' && <ThreadsPanel {...common} />}
        {panel === 'words' && <FieldsPanel fields={panelFields.words} {...common} />}
        {panel === 'rights' && <RightsPanel {...common} />}
        {panel === 'all' && <FieldsPanel shown={shown} fields={fieldsFor(shown)} {...common} />}
      </div>
    </Box>
  );
}

/** Nothing moves under the pointer while the values of the next pictures are read. */
function useKeptHeight(isRead: boolean, last: RefObject<number> | undefined) {
  const leaf = useRef<HTMLDivElement>(null);
  useLayoutEffect(() => {
    const box = leaf.current;
    return () => {
      if (isRead && last && box) last.current = box.offsetHeight;
    };
  }, [isRead, last]);
  return { leaf, minHeight: isRead || !last?.current ? undefined : `${last.current}px` };
}

/** A panel that is opened by a press comes into sight; one that was open before leaves the page where it is. */
function useOpenedInSight(panel: PanelName | '', setPanel: (panel: PanelName | '') => void) {
  const panelBox = useRef<HTMLDivElement>(null);
  const isPressed = useRef(false);
  useEffect(() => {
    if (isPressed.current && panel !== '') panelBox.current?.scrollIntoView({ block: 'nearest' });
    isPressed.current = false;
  }, [panel]);
  const open = (one: PanelName | '') => {
    isPressed.current = true;
    setPanel(one);
  };
  return { open, panelBox };
}

function PanelWords({
  panel,
  onChange,
}: {
  panel: PanelName | '';
  onChange: (panel: PanelName | '') => void;
}) {
  return (
    <Flex
      columnGap="4"
      wrap="wrap"
      fontSize="small"
      paddingBottom="1"
      role="group"
      aria-label="More to write"
    >
      {Object.entries(panelWords).map(([one, words]) => (
        <chakra.button
          key={one}
          type="button"
          aria-expanded={panel === one}
          onClick={() => onChange(panel === one ? '' : (one as PanelName))}
          color="woad"
          cursor="pointer"
          minHeight="1.5rem"
          fontWeight={panel === one ? '600' : '400'}
          textDecoration="underline"
          textUnderlineOffset="2px"
        >
          {words}
        </chakra.button>
      ))}
    </Flex>
  );
}
