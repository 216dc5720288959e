'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useRouter } from 'next/navigation';
import { useCallback, useMemo } from 'react';
import { scopeOf } from '@/core/drafts/scope';
import { agrees, formatNumber } from '@/core/wording/counts';
import type { Assignment } from '@/server/operations/assignments/assignments';
import { EmptyState } from '@/ui/EmptyState';
import { KeyLine } from '@/ui/KeyLine';
import { useFoldingHead } from '@/ui/useFoldingHead';
import { AssignmentTop, useAssignment } from '../shell/AssignmentFrame';
import { PageMain } from '../shell/PageMain';
import { Arrangement } from './Arrangement';
import { Embedding } from './desk/Embedding';
import { FoundBar } from './desk/FoundBar';
import { UnsavedNotice } from './desk/UnsavedNotice';
import { SetBar } from './set/SetBar';
import { lacking, useAskedSelection } from './set/useAskedSelection';
import type { FirstPhotos } from './set/usePhotos';
import { useSet } from './set/useSet';
import { lacksCaption } from './set/view';
import { EditStoreContext, useEditStore } from './store/useEditStore';
import { useWriting } from './store/useWriting';
import { useDeskKeys } from './useDeskKeys';

interface Props {
  readonly assignment: Assignment;
  readonly first: FirstPhotos;
}

/** Describe: the same pictures as sheet, ledger or one by one, under their key line, with the writing desk. */
export function DescribePage({ assignment: initial, first }: Props) {
  const router = useRouter();
  const assignment = useAssignment(initial);
  const store = useEditStore(initial.id);
  const writing = useWriting(initial.id);
  const set = useSet(assignment, first);
  const { views, total, shown, selection, address } = set;
  const strips = useMemo(() => shown.map((view) => view.strip), [shown]);
  useAskedSelection(views, total, selection.set);
  const withoutCaption = useMemo(() => views.filter(lacksCaption).length, [views]);
  useDeskKeys(address.arrange);
  const { write } = writing;
  const rate = useCallback(
    (ids: ReadonlySet<string>, rating: number) =>
      write(scopeOf(ids, views), {
        kind: 'set',
        field: 'rating',
        value: rating === 0 ? null : String(rating),
      }),
    [write, views],
  );
  const { setPicture } = address;
  const open = useCallback(
    (id: string) => {
      // At once: later, it would be put in place of the page that one goes to.
      setPicture(id);
      router.push(`/read?photo=${id}`);
    },
    [router, setPicture],
  );

  const { isFolded, onScrollCapture } = useFoldingHead(`${address.arrangement} ${shown.length}`);
  const folding = { display: { base: isFolded ? 'none' : 'block', md: 'block' } };

  if (views.length === 0) return <NoPictures assignment={assignment} />;
  return (
    <EditStoreContext value={store}>
      <Flex direction="column" height="100dvh" minHeight="35rem" onScrollCapture={onScrollCapture}>
        <AssignmentTop
          assignment={assignment}
          lacking={
            withoutCaption > 0
              ? `${formatNumber(withoutCaption)} ${agrees(withoutCaption, 'lacks', 'lack')} a caption`
              : undefined
          }
        >
          <Embedding assignmentId={assignment.id} views={views} selected={selection.ids} writing={writing} />
        </AssignmentTop>
        <PageMain title="Describe" display="flex" flexDirection="column" flex="1" minHeight="0">
          {address.arrangement !== 'one' && (
            <Box {...folding} flexShrink={0}>
              <KeyLine
                strips={strips}
                onLacking={(thread) => selection.setBy(() => lacking(set.latestShown.current, thread))}
              >
                {views.length < total && (
                  <Box color="soft">
                    {formatNumber(views.length)} of {formatNumber(total)} read
                  </Box>
                )}
              </KeyLine>
            </Box>
          )}
          <FoundBar assignment={assignment} write={write} />
          <UnsavedNotice writing={writing} />
          <Arrangement
            assignment={assignment}
            set={set}
            writing={writing}
            onOpen={open}
            onRate={rate}
            bar={(children) => (
              <Box {...folding} flexShrink={0}>
                <SetBar address={address} arranged={set.arranged} total={total} rule={set.rule}>
                  {children}
                </SetBar>
              </Box>
            )}
          />
        </PageMain>
      </Flex>
    </EditStoreContext>
  );
}

function NoPictures({ assignment }: { assignment: Assignment }) {
  return (
    <>
      <AssignmentTop assignment={assignment} />
      <PageMain title="Describe">
        <EmptyState
          title="No pictures yet"
          act={{ href: `/assignments/${assignment.id}/bring-in`, words: 'Bring pictures in' }}
        >
          Pictures that are brought in are shown here as a sheet, each with its eight threads: what the file
          carries, and what it still lacks.
        </EmptyState>
      </PageMain>
    </>
  );
}
