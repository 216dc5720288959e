'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useRouter } from 'next/navigation';
import { useCallback, useMemo } from 'react';
import { agrees, formatNumber } from '@/core/wording/counts';
import type { Assignment } from '@/server/operations/assignments/assignments';
import { EmptyState } from '@/ui/EmptyState';
import { KeyLine } from '@/ui/KeyLine';
import { AssignmentTop, useAssignment } from '../shell/AssignmentFrame';
import { PageMain } from '../shell/PageMain';
import { Embedding } from './Embedding';
import { FoundBar } from './FoundBar';
import { Sheet } from './Sheet';
import { Unsaved } from './Unsaved';
import { lacking, useAskedSelection } from './useAskedSelection';
import { type FirstPhotos, usePhotos } from './usePhotos';
import { useSelection } from './useSelection';
import { useWriting } from './useWriting';
import { WritingDesk } from './WritingDesk';

interface Props {
  readonly assignment: Assignment;
  readonly first: FirstPhotos;
}

/** Describe: the sheet, its key line, and the writing desk. */
export function DescribePage({ assignment: initial, first }: Props) {
  const router = useRouter();
  const assignment = useAssignment(initial);
  const { views, total } = usePhotos(initial.id, first);
  const writing = useWriting(initial.id);
  const order = useMemo(() => views.map((view) => view.id), [views]);
  const selection = useSelection(order, `selection ${initial.id}`);
  const chosen = useMemo(() => views.filter((view) => selection.ids.has(view.id)), [views, selection.ids]);
  const strips = useMemo(() => views.map((view) => view.strip), [views]);
  const open = useCallback((id: string) => router.push(`/read?photo=${id}`), [router]);
  useAskedSelection(views, total, selection.set);
  const withoutCaption = useMemo(() => strips.filter((strip) => strip.caption === 'foot').length, [strips]);

  if (views.length === 0) {
    return (
      <>
        <AssignmentTop assignment={assignment} />
        <PageMain title="Describe">
          <EmptyState
            title="No pictures yet"
            act={{ href: `/assignments/${assignment.id}/bring-in`, words: 'Bring pictures in' }}
          >
            Pictures that are brought in stand here as a sheet, each with its eight threads: what the file
            carries, and what it still lacks.
          </EmptyState>
        </PageMain>
      </>
    );
  }
  return (
    <Flex direction="column" height="100dvh" minHeight="35rem">
      <AssignmentTop
        assignment={assignment}
        lacking={
          withoutCaption > 0
            ? `${formatNumber(withoutCaption)} ${agrees(withoutCaption, 'lacks', 'lack')} a caption`
            : undefined
        }
      >
        <Embedding
          assignmentId={assignment.id}
          views={views}
          selected={selection.ids}
          settle={writing.settle}
        />
      </AssignmentTop>
      <PageMain title="Describe" display="flex" flexDirection="column" flex="1" minHeight="0">
        <KeyLine strips={strips} onLacking={(thread) => selection.set(lacking(views, thread))}>
          {views.length < total && (
            <Box color="soft">
              {formatNumber(views.length)} of {formatNumber(total)} read
            </Box>
          )}
        </KeyLine>
        <FoundBar assignment={assignment} write={writing.write} />
        <Unsaved writing={writing} />
        <Sheet place={`sheet ${initial.id}`} views={views} selection={selection} onOpen={open} />
        <WritingDesk
          assignmentId={assignment.id}
          views={views}
          chosen={chosen}
          writing={writing}
          inForce={assignment.inForce}
        />
      </PageMain>
    </Flex>
  );
}
