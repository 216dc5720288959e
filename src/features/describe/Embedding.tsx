'use client';

import { Box } from '@chakra-ui/react';
import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import { counted } from '@/core/wording/counts';
import type { BlockedFolder } from '@/server/operations/folders/blockedFolders';
import type { DraftsProof } from '@/server/operations/photos/acrossPhotos';
import { Act } from '@/ui/acts';
import { ask } from '@/ui/api';
import { useAskOnce } from '@/ui/useAskOnce';
import { embedWords, ProofDialog, type WriteChoices } from './ProofDialog';
import { listKey, type PhotoList } from './usePhotos';
import type { PhotoView } from './view';

interface Props {
  readonly assignmentId: string;
  readonly views: readonly PhotoView[];
  readonly selected: ReadonlySet<string>;
  /** Comes when what was typed is saved. */
  readonly settle: () => Promise<void>;
}

/** What was asked for: fixed when the act is pressed, after everything typed is saved. */
interface Asked extends Scope {
  readonly proof: DraftsProof;
  readonly blocked: readonly BlockedFolder[];
}

/** The act of this place: drafts of the selection, or of all where none is selected. */
export function Embedding({ assignmentId, views, selected, settle }: Props) {
  const router = useRouter();
  const queries = useQueryClient();
  const askOnce = useAskOnce();
  const [asked, setAsked] = useState<Asked>();
  const scope = useMemo(() => scopeOf(views, selected), [views, selected]);
  const proofOf = ({ ids, isSelection }: Scope) =>
    ask<DraftsProof>(`assignments/${assignmentId}/proof`, 'POST', isSelection ? { photoIds: ids } : {});
  const { data: proof } = useQuery({
    queryKey: ['photos', assignmentId, 'proof', scope.isSelection ? scope.ids : 'all', scope.ids.length],
    queryFn: () => proofOf(scope),
    enabled: scope.ids.length > 0,
    placeholderData: keepPreviousData,
  });
  const review = useMutation({
    mutationFn: async () => {
      await settle();
      const queryKey = listKey(assignmentId);
      await queries.refetchQueries({ queryKey });
      const now = scopeOf(queries.getQueryData<PhotoList>(queryKey)!.views, selected);
      const [found, blocked] = await Promise.all([
        proofOf(now),
        ask<BlockedFolder[]>(`assignments/${assignmentId}/blocked`, 'POST', { photoIds: now.ids }),
      ]);
      return { ...now, proof: found, blocked };
    },
    onSuccess: (found) => found.proof.pictures > 0 && setAsked(found),
  });
  const embed = useMutation({
    mutationFn: (choices: WriteChoices) =>
      askOnce<{ runId: string }>(`assignments/${assignmentId}/embed`, 'POST', {
        photoIds: asked!.ids,
        ...choices,
      }),
    onSuccess: ({ runId }) => router.push(`/runs/${runId}`),
  });
  const count = scope.ids.length;
  const ready = count > 0 && proof !== undefined && proof.pictures > 0;
  const error = review.error ?? embed.error;
  return (
    <>
      {error && (
        <Box color="weldText" fontSize="0.8125rem">
          {error.message}
        </Box>
      )}
      <Act type="button" disabled={!ready || review.isPending} onClick={() => review.mutate()}>
        {ready ? embedWords(proof) : count > 0 && !proof ? `Embed ${count}` : 'Nothing to embed'}
      </Act>
      {asked && (
        <ProofDialog
          proof={asked.proof}
          blocked={asked.blocked}
          scope={scopeWords(asked)}
          busy={embed.isPending}
          onClose={() => setAsked(undefined)}
          onEmbed={embed.mutate}
        />
      )}
    </>
  );
}

interface Scope {
  readonly ids: readonly string[];
  readonly isSelection: boolean;
}

function scopeOf(views: readonly PhotoView[], selected: ReadonlySet<string>): Scope {
  const drafted = views.filter((view) => view.drafted).map((view) => view.id);
  const among = drafted.filter((id) => selected.has(id));
  return among.length > 0 ? { ids: among, isSelection: true } : { ids: drafted, isSelection: false };
}

function scopeWords({ ids, isSelection }: Scope): string {
  return isSelection
    ? `${counted(ids.length, 'selected picture')} with drafts`
    : `All ${counted(ids.length, 'picture')} with drafts`;
}
