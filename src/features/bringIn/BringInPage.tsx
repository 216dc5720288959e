'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useMutation } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import { useMemo, useRef } from 'react';
import { useDropzone } from 'react-dropzone';
import type { ImportChoices } from '@/core/naming/importChoices';
import type { Template } from '@/core/templates/template';
import { formatNumber } from '@/core/wording/counts';
import type { Assignment } from '@/server/operations/assignments/assignments';
import type { InstallationContext } from '@/server/operations/templates/placeholderContext';
import type { Shelf } from '@/server/operations/templates/templateShelf';
import { PrimaryButton } from '@/ui/buttons';
import { EmptyState } from '@/ui/EmptyState';
import { KeyLine } from '@/ui/KeyLine';
import { Notice } from '@/ui/Notice';
import { SaveState } from '@/ui/SaveState';
import { useRequestOnce } from '@/ui/useRequestOnce';
import { InForce } from '../prepare/InForce';
import { AssignmentTop, useAssignment } from '../shell/AssignmentFrame';
import { PageMain } from '../shell/PageMain';
import { CallOutList } from './CallOutList';
import { Choices } from './Choices';
import { Makers } from './Makers';
import { Plans } from './Plans';
import { ProofInNumbers } from './ProofInNumbers';
import { SendingBar } from './SendingBar';
import { SimulatedCard } from './SimulatedCard';
import { SourceChoice } from './SourceChoice';
import { SourceList } from './SourceList';
import { useArrivals } from './useArrivals';
import { useChoices } from './useChoices';
import { useIncoming } from './useIncoming';
import { usePatterns } from './usePatterns';
import { othersAsked, useSource } from './useSource';
import { labels } from './words';

/** Bring in: what is on the source, how it comes, the templates in force, and one act. */
export function BringInPage({
  assignment: initial,
  shelf,
  installation,
}: {
  assignment: Assignment;
  shelf: Shelf;
  installation: InstallationContext;
}) {
  const router = useRouter();
  const requestOnce = useRequestOnce();
  const assignment = useAssignment(initial);
  const { templates } = shelf;
  const inForce = useMemo(
    () => assignment.inForce.flatMap((id) => templates.find((one) => one.id === id) ?? []),
    [assignment.inForce, templates],
  );
  const source = useSource(assignment, inForce, installation);
  const { choices, change, written } = useChoices(assignment);
  const scroller = useRef<HTMLDivElement>(null);
  const { warnings, examples, proof } = useIncoming({
    assignment,
    installation,
    inForce,
    inForceIn: shelf.inForce,
    pictures: source.pictures,
    answers: source.answers,
    choices,
    lastPosition: source.data?.lastPosition ?? 0,
  });
  const chosen = source.pictures.filter((one) => one.ticked);
  const patterns = usePatterns(
    assignment,
    installation,
    source.data?.lastPosition ?? 0,
    (chosen[0] ?? source.pictures[0])?.picture,
  );
  const { mutate, isPending, error } = useMutation({
    mutationFn: () => {
      return requestOnce<{ runId: string }>(`assignments/${assignment.id}/import`, 'POST', {
        ...choices,
        paths: chosen.map((one) => one.picture.relativePath),
        again: chosen
          .filter(({ standing }) => standing === 'already here')
          .map((one) => one.picture.relativePath),
        ...othersAsked(chosen, source.answers),
      });
    },
    onSuccess: ({ runId }) => {
      source.forget();
      router.push(`/runs/${runId}`);
    },
  });
  const arrivals = useArrivals(assignment);
  const { getRootProps, isDragActive } = useDropzone({
    noClick: true,
    noKeyboard: true,
    onDrop: (files) => void arrivals.send(files),
  });
  const { tabIndex: _, role: __, ...root } = getRootProps();
  const refused = warnings.some((one) => one.severity === 'must');
  return (
    <Flex
      {...(root as object)}
      direction="column"
      height="100dvh"
      minHeight="38.75rem"
      bg={isDragActive ? 'wash' : undefined}
    >
      <AssignmentTop assignment={assignment}>
        <PrimaryButton
          type="button"
          disabled={chosen.length === 0 || isPending || refused}
          onClick={() => mutate()}
        >
          {actWords(choices.mode, chosen.length)}
        </PrimaryButton>
      </AssignmentTop>
      <PageMain title="Bring in" display="flex" flexDirection="column" flex="1" minHeight="0">
        <KeyLine strips={source.keyStrips} onLacking={(thread) => source.onlyLacking(thread)}>
          {source.reading !== undefined && (
            <Notice kind="info">
              {formatNumber(source.reading)} of {formatNumber(source.data?.total ?? 0)} read
            </Notice>
          )}
        </KeyLine>
        {arrivals.sending && (
          <SendingBar sending={arrivals.sending} onStop={arrivals.stop} onForget={arrivals.forget} />
        )}
        {(error ?? source.error ?? source.notKept) && (
          <Notice kind="banner">{(error ?? source.error ?? source.notKept)?.message}</Notice>
        )}
        <Box
          ref={scroller}
          flex="1"
          minHeight="12.5rem"
          overflowY="auto"
          paddingX="3"
          paddingTop="2"
          aria-busy={source.isPending}
        >
          <SourceChoice assignment={assignment} onFiles={arrivals.send} />
          {source.data?.kind === 'card' && (
            <SimulatedCard
              names={source.pictures.map(({ picture }) => picture.relativePath.split('/').at(-1)!)}
            />
          )}
          {source.isLoading && (
            <Box padding="5" color="soft">
              Looking at what the pictures carry …
            </Box>
          )}
          {source.isSuccess && !source.isFetching && source.pictures.length === 0 && (
            <EmptyState title={source.data.isOut ? 'It is not there' : labels.nothingHere}>
              {source.data.isOut
                ? `“${source.label}” is not connected. Connect it to see its pictures.`
                : 'This folder holds no picture of a format that Fabrica reads. Put some in, and come back.'}
            </EmptyState>
          )}
          {!assignment.sourceFolderId && (
            <EmptyState
              title="Where do the pictures come from?"
              act={{ href: `/assignments/${assignment.id}/describe`, words: 'Look into the folder' }}
            >
              Choose a folder above, or drop pictures here. Those that lie in the folder of this assignment
              already need not be brought in: they stand under Describe.
            </EmptyState>
          )}
          <Makers pictures={source.pictures} answers={source.answers} onAnswer={source.answer} />
          <SourceList source={source} scroller={scroller} assignmentId={assignment.id} />
        </Box>
        <Box
          as="section"
          aria-label="What goes in"
          bg="leaf"
          borderTopWidth="2px"
          borderColor="woad"
          paddingX="5"
          paddingY="2"
          maxHeight="46vh"
          overflowY="auto"
          flexShrink={0}
        >
          <CallOutList warnings={source.isSuccess ? warnings : []} assignmentId={assignment.id} />
          <ProofInNumbers chosen={chosen} proof={proof} mode={choices.mode} />
          <Plans assignment={assignment} choices={choices} settle={written.settle} />
          <Box
            display="grid"
            gridTemplateColumns={{ base: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) minmax(0, 1fr)' }}
            columnGap="8"
            rowGap="3"
          >
            <Box>
              <Box textStyle="label">Templates in force, embedded while copying</Box>
              <InForce assignment={assignment} templates={templates} lastUsed={shelf.lastUsed} brief />
            </Box>
            <Box>
              <Choices
                choices={choices}
                onChange={change}
                examples={examples}
                patterns={patterns}
                ratingTemplate={inForce.find(setsRating)?.name}
              />
              {written.state !== 'saved' && written.state !== 'saving' && <SaveState of={written} />}
            </Box>
          </Box>
        </Box>
      </PageMain>
    </Flex>
  );
}

function actWords(mode: ImportChoices['mode'], count: number): string {
  if (count === 0) return 'Nothing to bring in';
  const verb = mode === 'copy' ? 'Bring in' : mode === 'move' ? 'Move in' : 'Add in place';
  return `${verb} ${formatNumber(count)}`;
}

const setsRating = ({ entries }: Pick<Template, 'entries'>) =>
  entries.some((one) => one.field === 'rating' && one.rule !== 'erase');
