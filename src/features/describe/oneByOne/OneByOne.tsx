'use client';

import { Box, Flex } from '@chakra-ui/react';
import { type KeyboardEvent, type ReactNode, useMemo, useState } from 'react';
import { these } from '@/core/drafts/scope';
import type { Assignment } from '@/server/operations/assignments/assignments';
import { isText } from '@/ui/isText';
import { useRemembered } from '@/ui/useRemembered';
import { useDeskFields } from '../desk/useDeskFields';
import type { PictureSet } from '../set/useSet';
import { useVersions } from '../set/useVersions';
import type { WritingState } from '../store/useWriting';
import { LargePicture } from './LargePicture';
import { PictureFacts } from './PictureFacts';
import { Run } from './Run';
import { actOf, isModified } from './stepActs';
import { useFetchedAhead } from './useFetchedAhead';
import { useRepeat } from './useRepeat';
import { useStepActs } from './useStepActs';
import { useSteps } from './useSteps';
import { Versions } from './Versions';
import { WordsLeaf } from './WordsLeaf';

interface Props {
  readonly assignment: Assignment;
  readonly set: PictureSet;
  readonly writing: WritingState;
  readonly onRate: (ids: ReadonlySet<string>, rating: number) => void;
  readonly bar: (tools: ReactNode) => ReactNode;
}

/** Two facing leaves: the picture, and its words. Every act has a key. */
export function OneByOne({ assignment, set, writing, onRate, bar }: Props) {
  const steps = useSteps(set);
  const { view, goTo, ahead } = steps;
  const asked = useDeskFields('one');
  const repeating = useRepeat(assignment.id, writing);
  const { write, message } = repeating;
  const [isWhole, setWhole] = useState(true);
  const acts = useStepActs(steps, repeating, () => setWhole((was) => !was));
  useFetchedAhead(assignment.id, ahead, asked.fields);
  const versionsOf = useVersions(assignment.id, set.views);
  const versions = useMemo(() => (view ? versionsOf(view.id) : []), [versionsOf, view]);
  const [together, setTogether] = useRemembered<'together' | 'alone'>('versions', 'alone');
  const written = useMemo(
    () => (view ? [view, ...(together === 'together' ? versions : [])] : []),
    [view, versions, together],
  );
  const writtenIds = written.map((one) => one.id).join();
  const scope = useMemo(() => these(writtenIds === '' ? [] : writtenIds.split(',')), [writtenIds]);
  if (!view) return bar(null);

  const onKeyDown = (event: KeyboardEvent) => {
    const act = actOf(event, isText(event.target), acts);
    const rating = /^[0-5]$/.test(event.key) && !isText(event.target) && !isModified(event);
    if (act) act();
    else if (rating) onRate(new Set([view.id]), Number(event.key));
    else return;
    event.preventDefault();
  };
  return (
    <>
      {bar(<Run shown={set.shown} at={steps.at} lacking={steps.lacking} onGo={goTo} />)}
      <Flex
        flex="1"
        minHeight="0"
        direction={{ base: 'column', md: 'row' }}
        overflowY={{ base: 'auto', md: 'visible' }}
        onKeyDown={onKeyDown}
      >
        <Flex
          direction="column"
          flex={{ md: '1.85' }}
          minWidth="0"
          minHeight={{ base: '20rem', md: '0' }}
          borderRightWidth={{ md: '1px' }}
          borderColor="rule"
        >
          <LargePicture view={view} isWhole={isWhole} onZoom={acts.zoom} />
          <PictureFacts assignmentId={assignment.id} view={view}>
            <Versions
              view={view}
              versions={versions}
              isTogether={together === 'together'}
              onTogether={(yes) => setTogether(yes ? 'together' : 'alone')}
              onGo={goTo}
            />
          </PictureFacts>
        </Flex>
        <Box flex="1" minWidth={{ md: '22rem' }} minHeight="0">
          <WordsLeaf
            leafKey={`${view.id} ${writtenIds}`}
            assignment={assignment}
            written={written}
            views={set.views}
            scope={scope}
            writing={{ ...writing, write }}
            asked={asked}
            acts={acts}
            message={message}
          />
        </Box>
      </Flex>
    </>
  );
}
