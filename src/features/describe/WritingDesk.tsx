'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { scopeOf } from '@/core/drafts/scope';
import { counted, formatNumber } from '@/core/wording/counts';
import { Button, LinkButton } from '@/ui/buttons';
import { Notice } from '@/ui/Notice';
import { CaptionBox } from './CaptionBox';
import { Disagreements } from './Disagreements';
import { KeywordsBox } from './KeywordsBox';
import { PutTemplates } from './PutTemplates';
import { UndoRedo } from './UndoRedo';
import { useDesk } from './useDesk';
import type { WritingState } from './useWriting';
import type { PhotoView } from './view';

interface Props {
  readonly assignmentId: string;
  /** The set that the selection is a part of. */
  readonly views: readonly PhotoView[];
  readonly chosen: readonly PhotoView[];
  readonly writing: WritingState;
  readonly inForce: readonly string[];
}

const stateWords = { saving: 'saving …', waiting: 'not saved yet' } as const;

/** The desk at the foot. It says in words what it writes to; without a selection it rests. */
export function WritingDesk({ assignmentId, views, chosen, writing, inForce }: Props) {
  const { write, state, settle } = writing;
  const [putting, setPutting] = useState(false);
  const [settling, setSettling] = useState(false);
  const scope = useMemo(() => scopeOf(new Set(chosen.map((view) => view.id)), views), [chosen, views]);
  const count = chosen.length;
  const desk = useDesk(assignmentId, scope, count);
  const drafted = chosen.filter((view) => view.drafted);
  const disagreeing = desk?.disagreeing ?? 0;
  if (chosen.length === 0) {
    return (
      <Desk>
        <Flex fontSize="body" color="soft" paddingY="2" gap="6" justifyContent="space-between" wrap="wrap">
          <span>
            Select pictures to write: one, several with Ctrl or Shift, all with Ctrl+A. The key line above
            selects those that lack something.
          </span>
          <UndoRedo assignmentId={assignmentId} settle={settle} />
        </Flex>
      </Desk>
    );
  }
  return (
    <Desk>
      <Flex alignItems="center" gap="5" fontSize="small" minHeight="2.25rem" flexWrap="wrap">
        <chakra.span color="woad" fontWeight="600" fontSize="body">
          Writing to {chosen.length === 1 ? chosen[0]!.name : counted(chosen.length, 'picture')}
        </chakra.span>
        <Notice kind="info" as="span">
          {state !== 'saved'
            ? stateWords[state]
            : drafted.length > 0
              ? `${formatNumber(drafted.length)} with drafts, saved`
              : 'no drafts'}
        </Notice>
        <UndoRedo assignmentId={assignmentId} settle={settle} />
        <Flex flex="1" justifyContent="flex-end" gap="4" alignItems="center" flexWrap="wrap">
          {drafted.length > 0 && (
            <LinkButton
              type="button"
              onClick={() =>
                write(scopeOf(new Set(drafted.map((view) => view.id)), views), { kind: 'discard' })
              }
            >
              Discard drafts of {drafted.length === 1 ? 'this picture' : formatNumber(drafted.length)}
            </LinkButton>
          )}
          {disagreeing > 0 && (
            <LinkButton type="button" onClick={() => setSettling(true)}>
              Settle what disagrees in{' '}
              {chosen.length === 1 ? 'this picture' : counted(disagreeing, 'picture')} …
            </LinkButton>
          )}
          <Button type="button" onClick={() => setPutting(true)}>
            Put in templates …
          </Button>
        </Flex>
      </Flex>
      <Box
        display="grid"
        gridTemplateColumns={{ base: 'minmax(0, 1fr)', md: 'minmax(0, 3fr) minmax(0, 2fr)' }}
        gap="6"
        paddingBottom="3"
        key={chosen.map((view) => view.id).join()}
      >
        <CaptionBox scope={scope} count={count} desk={desk} write={write} />
        <KeywordsBox scope={scope} count={count} desk={desk} write={write} />
      </Box>
      {settling && (
        <Disagreements
          assignmentId={assignmentId}
          scope={scope}
          count={count}
          onClose={() => setSettling(false)}
          onSettle={(choices) => {
            write(scope, { kind: 'settle', choices });
            setSettling(false);
          }}
        />
      )}
      {putting && (
        <PutTemplates
          assignmentId={assignmentId}
          scope={scope}
          count={count}
          inForce={inForce}
          write={write}
          onDone={() => setPutting(false)}
        />
      )}
    </Desk>
  );
}

function Desk({ children }: { children: React.ReactNode }) {
  return (
    <Box
      as="section"
      aria-label="Writing desk"
      bg="leaf"
      borderTopWidth="2px"
      borderColor="woad"
      paddingX="5"
      maxHeight="50vh"
      overflowY="auto"
      flexShrink={0}
    >
      {children}
    </Box>
  );
}
