'use client';

import { Box } from '@chakra-ui/react';
import { keepPreviousData, useMutation, useQuery } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import type { DraftsProof } from '@/server/operations/acrossPhotos';
import { Act } from '@/ui/acts';
import { ask } from '@/ui/api';
import { useAskOnce } from '@/ui/useAskOnce';
import { embedWords, ProofDialog, type WriteChoices } from './ProofDialog';
import type { PhotoView } from './view';

/** The act of this place: drafts of the selection, or of all where none is selected. */
export function Embedding({
  assignmentId,
  views,
  chosen,
}: {
  assignmentId: string;
  views: readonly PhotoView[];
  chosen: readonly PhotoView[];
}) {
  const router = useRouter();
  const askOnce = useAskOnce();
  const [open, setOpen] = useState(false);
  const scope = useMemo(() => {
    const selected = chosen.filter((view) => view.drafted);
    const isSelection = selected.length > 0;
    const ids = (isSelection ? selected : views.filter((view) => view.drafted)).map((view) => view.id);
    return { ids, isSelection };
  }, [views, chosen]);
  const { data: proof } = useQuery({
    queryKey: ['photos', assignmentId, 'proof', scope.isSelection ? scope.ids : 'all', scope.ids.length],
    queryFn: () =>
      ask<DraftsProof>(
        `assignments/${assignmentId}/proof`,
        'POST',
        scope.isSelection ? { photoIds: scope.ids } : {},
      ),
    enabled: scope.ids.length > 0,
    placeholderData: keepPreviousData,
  });
  const { mutate, isPending, error } = useMutation({
    mutationFn: (choices: WriteChoices) =>
      askOnce<{ runId: string }>(`assignments/${assignmentId}/embed`, 'POST', {
        photoIds: scope.ids,
        ...choices,
      }),
    onSuccess: ({ runId }) => router.push(`/runs/${runId}`),
  });
  const count = scope.ids.length;
  const words = scope.isSelection
    ? `${count} selected ${count === 1 ? 'picture' : 'pictures'} with drafts`
    : `All ${count} pictures with drafts`;
  const ready = count > 0 && proof !== undefined && proof.pictures > 0;
  return (
    <>
      {error && (
        <Box color="weldText" fontSize="0.8125rem">
          {error.message}
        </Box>
      )}
      <Act type="button" disabled={!ready} onClick={() => setOpen(true)}>
        {ready ? embedWords(proof) : count > 0 && !proof ? `Embed ${count}` : 'Nothing to embed'}
      </Act>
      {proof && (
        <ProofDialog
          proof={proof}
          scope={words}
          open={open}
          busy={isPending}
          onClose={() => setOpen(false)}
          onEmbed={mutate}
        />
      )}
    </>
  );
}
