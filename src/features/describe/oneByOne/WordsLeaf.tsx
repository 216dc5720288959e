'use client';

import { Box, chakra, Flex } from '@chakra-ui/react';
import { memo } from 'react';
import type { Scope } from '@/core/drafts/scope';
import type { Assignment } from '@/server/operations/assignments/assignments';
import { LinkButton } from '@/ui/buttons';
import { Key } from '@/ui/Key';
import { DeskActs } from '../desk/DeskActs';
import { DeskLeaf } from '../desk/DeskLeaf';
import { SaveWords } from '../desk/SaveWords';
import { UndoRedo } from '../desk/UndoRedo';
import type { DeskFields } from '../desk/useDeskFields';
import { writtenTo } from '../desk/writtenTo';
import type { PhotoView } from '../set/view';
import type { WritingState } from '../store/useWriting';
import { labels } from '../words';
import type { StepActs } from './stepActs';

/** The words of the picture shown: the desk as a leaf, with the way on at its foot. */
export function WordsLeaf({
  leafKey,
  assignment,
  written,
  views,
  scope,
  writing,
  asked,
  acts,
  message,
}: {
  /** Of what is written to: its words are a leaf of their own. */
  leafKey: string;
  assignment: Assignment;
  /** The picture shown, and its versions where they are described together. */
  written: readonly PhotoView[];
  views: readonly PhotoView[];
  scope: Scope;
  writing: WritingState;
  asked: DeskFields;
  acts: StepActs;
  message: string;
}) {
  return (
    <Flex as="section" aria-label={labels.wordsOfThePicture} direction="column" height="100%" bg="leaf">
      <Box key={leafKey} flex="1" minHeight="0" overflowY="auto" paddingX="6" paddingTop="2">
        <Flex columnGap="4" wrap="wrap" fontSize="small" alignItems="center" minHeight="2rem">
          <chakra.span color="woad" fontWeight="600">
            Writing to {written.map(writtenTo).join(' and ')}
          </chakra.span>
          <SaveWords writing={writing} chosen={written} />
        </Flex>
        <DeskLeaf
          assignment={assignment}
          scope={scope}
          count={written.length}
          write={writing.write}
          asked={asked}
          isPage
        />
        <Flex columnGap="4" wrap="wrap" fontSize="small" alignItems="center" paddingY="2">
          <DeskActs
            assignment={assignment}
            scope={scope}
            chosen={written}
            views={views}
            writing={writing}
            asked={asked}
          />
          <UndoRedo assignmentId={assignment.id} writing={writing} />
        </Flex>
      </Box>
      <Box borderTopWidth="1px" paddingX="6" paddingY="2.5">
        <Ways acts={acts} />
        <Box role="status" textStyle="hint" minHeight="1.25rem">
          {message}
        </Box>
      </Box>
    </Flex>
  );
}

const ways = [
  ['back', 'back', 'Ctrl ↑'],
  ['next', 'next', 'Ctrl ↓'],
  ['repeat', 'repeat', 'Alt ↓'],
  ['takeOver', 'as before', 'Alt ↑'],
] as const;

const Ways = memo(function Ways({ acts }: { acts: StepActs }) {
  return (
    <Flex columnGap="4" rowGap="1" wrap="wrap" alignItems="center" fontSize="small">
      <chakra.button
        type="button"
        bg="woad"
        color="sheet"
        fontWeight="600"
        height="2rem"
        paddingX="3"
        borderRadius="sm"
        cursor="pointer"
        aria-keyshortcuts="Control+Enter"
        onClick={acts.lacking}
      >
        Next without a caption
      </chakra.button>
      <Key>Ctrl ↵</Key>
      {ways.map(([act, words, key]) => (
        <span key={act}>
          <LinkButton type="button" onMouseDown={(event) => event.preventDefault()} onClick={acts[act]}>
            {words}
          </LinkButton>{' '}
          <Key>{key}</Key>
        </span>
      ))}
    </Flex>
  );
});
