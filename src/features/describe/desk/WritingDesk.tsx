'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { type ReactNode, useEffect, useMemo, useRef } from 'react';
import { scopeOfPart } from '@/core/drafts/scope';
import { counted } from '@/core/wording/counts';
import type { Assignment } from '@/server/operations/assignments/assignments';
import { LinkButton } from '@/ui/buttons';
import { useRemembered } from '@/ui/useRemembered';
import type { PhotoView } from '../set/view';
import type { WritingState } from '../store/useWriting';
import { labels } from '../words';
import { DeskActs } from './DeskActs';
import { DeskLeaf } from './DeskLeaf';
import { SaveWords } from './SaveWords';
import { UndoRedo } from './UndoRedo';
import { useDeskFields } from './useDeskFields';
import { type FieldToOpen, useOpenField } from './useOpenField';
import { writtenTo } from './writtenTo';

interface Props {
  readonly assignment: Assignment;
  /** The set that the selection is a part of. */
  readonly views: readonly PhotoView[];
  readonly chosen: readonly PhotoView[];
  readonly writing: WritingState;
  /** Where the desk rests until it is opened: the ledger is written in itself. */
  readonly rests: boolean;
  /** Beside the rest: which keys do what. */
  readonly keys?: ReactNode;
  /** What selects pictures here, beside their presses. */
  readonly selects?: string;
  readonly onSelect: (ids: readonly string[]) => void;
  /** What is to be written there. */
  readonly opens?: FieldToOpen | undefined;
}

/** The desk at the foot. It says in words what it writes to; without a selection it rests. */
export function WritingDesk({
  assignment,
  views,
  chosen,
  writing,
  rests,
  keys,
  selects,
  onSelect,
  opens,
}: Props) {
  const { id: assignmentId } = assignment;
  const [open, setOpen] = useRemembered<'open' | 'closed'>(
    `desk ${rests ? 'ledger' : 'sheet'}`,
    rests ? 'closed' : 'open',
  );
  const isOpen = open === 'open';
  const asked = useDeskFields('desk');
  const scope = useMemo(() => scopeOfPart(chosen, views), [chosen, views]);
  const lastHeight = useRef(0);
  const box = useRef<HTMLDivElement>(null);
  useOpenField(box, opens?.pictures === chosen.length ? opens : undefined, asked);
  useEffect(() => {
    if (opens) setOpen('open');
  }, [opens, setOpen]);
  if (chosen.length === 0) {
    return (
      <Desk>
        <Flex fontSize="body" color="soft" paddingY="2" gap="6" justifyContent="space-between" wrap="wrap">
          <span>
            Select pictures to write: one, several with Ctrl or Shift, all with Ctrl+A.{' '}
            {selects ?? 'The key line above selects those that lack something.'}
          </span>
          <UndoRedo assignmentId={assignmentId} writing={writing} />
        </Flex>
      </Desk>
    );
  }
  return (
    <Desk>
      <Flex alignItems="center" gap="5" fontSize="small" minHeight="2.25rem" flexWrap="wrap" flexShrink={0}>
        <chakra.span color="woad" fontWeight="600" fontSize="body">
          Writing to {chosen.length === 1 ? writtenTo(chosen[0]!) : counted(chosen.length, 'picture')}
        </chakra.span>
        <SaveWords writing={writing} chosen={chosen} />
        <UndoRedo assignmentId={assignmentId} writing={writing} />
        {!isOpen && keys}
        <Flex flex="1" justifyContent="flex-end" gap="4" alignItems="center" flexWrap="wrap">
          {isOpen && (
            <DeskActs
              assignment={assignment}
              scope={scope}
              chosen={chosen}
              views={views}
              writing={writing}
              asked={asked}
              onSelect={onSelect}
            />
          )}
          <LinkButton
            type="button"
            aria-expanded={isOpen}
            onClick={() => setOpen(isOpen ? 'closed' : 'open')}
          >
            {isOpen ? labels.closeDesk : labels.openDesk}
          </LinkButton>
        </Flex>
      </Flex>
      {isOpen && (
        <Box ref={box} overflowY="auto" minHeight="0">
          <DeskLeaf
            key={chosen.map((view) => view.id).join()}
            assignment={assignment}
            scope={scope}
            count={chosen.length}
            write={writing.write}
            asked={asked}
            lastHeight={lastHeight}
          />
        </Box>
      )}
    </Desk>
  );
}

function Desk({ children }: { children: ReactNode }) {
  return (
    <Box
      as="section"
      aria-label={labels.writingDesk}
      bg="leaf"
      borderTopWidth="2px"
      borderColor="woad"
      paddingX="5"
      maxHeight="50vh"
      display="flex"
      flexDirection="column"
      flexShrink={0}
    >
      {children}
    </Box>
  );
}
