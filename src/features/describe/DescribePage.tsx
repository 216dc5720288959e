'use client';

import { Box, Flex } from '@chakra-ui/react';
import { useMutation } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import { proofOf } from '@/core/drafts/proof';
import type { ThreadId } from '@/core/threads/threads';
import type { Assignment } from '@/server/operations/assignments';
import type { Surroundings } from '@/server/operations/context';
import type { ListedPhoto } from '@/server/operations/photos';
import type { ListedTemplate } from '@/server/operations/templates';
import { Act } from '@/ui/acts';
import { ask } from '@/ui/api';
import { KeyLine } from '@/ui/KeyLine';
import { Teach } from '@/ui/Teach';
import { AssignmentTop, useAssignment } from '../shell/AssignmentFrame';
import { embedWords, ProofDialog } from './ProofDialog';
import { Sheet } from './Sheet';
import { usePhotos } from './usePhotos';
import { useSelection } from './useSelection';
import { viewPhotos } from './view';
import { WritingDesk } from './WritingDesk';

interface Props {
  readonly assignment: Assignment;
  readonly photos: readonly ListedPhoto[];
  readonly templates: readonly ListedTemplate[];
  readonly around: Surroundings;
}

/** Describe: the sheet, its key line, and the writing desk. */
export function DescribePage({ assignment: initial, photos: initialPhotos, templates, around }: Props) {
  const router = useRouter();
  const assignment = useAssignment(initial);
  const { photos, write, saving, error } = usePhotos(initial.id, initialPhotos);
  const views = useMemo(
    () => viewPhotos(photos, assignment, templates, around),
    [photos, assignment, templates, around],
  );
  const order = useMemo(() => views.map((view) => view.id), [views]);
  const selection = useSelection(order);
  const chosen = views.filter((view) => selection.ids.has(view.id));
  const lacking = (thread: ThreadId) =>
    views
      .filter((view) => view.strip[thread] === 'foot' || view.strip[thread] === 'broken')
      .map((view) => view.id);
  const withoutCaption = views.filter((view) => view.strip.caption === 'foot').length;
  const inForce = assignment.inForce.flatMap((id) => templates.find((one) => one.id === id)?.name ?? []);

  if (views.length === 0) {
    return (
      <>
        <AssignmentTop assignment={assignment} />
        <Teach
          title="No pictures yet"
          act={{ href: `/assignments/${assignment.id}/bring-in`, words: 'Bring pictures in' }}
        >
          Pictures that are brought in stand here as a sheet, each with its eight threads: what the file
          carries, and what it still lacks.
        </Teach>
      </>
    );
  }
  return (
    <Flex direction="column" height="100dvh" minHeight="35rem">
      <AssignmentTop
        assignment={assignment}
        lacking={withoutCaption > 0 ? `${withoutCaption} lack a caption` : undefined}
      >
        <Embedding assignmentId={assignment.id} views={views} chosen={chosen} />
      </AssignmentTop>
      <KeyLine
        strips={views.map((view) => view.strip)}
        onLacking={(thread) => selection.set(lacking(thread))}
      />
      {error && (
        <Box role="alert" bg="weld" color="#2B2722" paddingX="5" paddingY="1.5" fontSize="0.875rem">
          Not saved: {error.message}
        </Box>
      )}
      <Sheet views={views} selection={selection} onOpen={(id) => router.push(`/read?photo=${id}`)} />
      <WritingDesk chosen={chosen} write={write} saving={saving} inForce={inForce} />
    </Flex>
  );
}

/** The act of this place: drafts of the selection, or of all where none is selected. */
function Embedding({
  assignmentId,
  views,
  chosen,
}: {
  assignmentId: string;
  views: ReturnType<typeof viewPhotos>;
  chosen: ReturnType<typeof viewPhotos>;
}) {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const drafted = (list: typeof views) => list.filter((view) => Object.keys(view.photo.drafts).length > 0);
  const fromSelection = drafted(chosen).length > 0;
  const scope = drafted(fromSelection ? chosen : views);
  const proof = proofOf(scope.map((view) => ({ file: view.photo.record.fields, drafts: view.photo.drafts })));
  const { mutate, isPending, error } = useMutation({
    mutationFn: () =>
      ask<{ runId: string }>(`assignments/${assignmentId}/embed`, 'POST', {
        photoIds: scope.map((view) => view.id),
      }),
    onSuccess: ({ runId }) => router.push(`/runs/${runId}`),
  });
  const words = fromSelection
    ? `${scope.length} selected ${scope.length === 1 ? 'picture' : 'pictures'} with drafts`
    : `All ${scope.length} pictures with drafts`;
  return (
    <>
      {error && (
        <Box color="weldText" fontSize="0.8125rem">
          {error.message}
        </Box>
      )}
      <Act type="button" disabled={proof.pictures === 0} onClick={() => setOpen(true)}>
        {proof.pictures === 0 ? 'Nothing to embed' : embedWords(proof)}
      </Act>
      <ProofDialog
        proof={proof}
        scope={words}
        open={open}
        busy={isPending}
        onClose={() => setOpen(false)}
        onEmbed={() => mutate()}
      />
    </>
  );
}
