'use client';

import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import { type Scope, scopeOfPart } from '@/core/drafts/scope';
import { counted, formatNumber } from '@/core/wording/counts';
import type { BlockedFolder } from '@/server/operations/folders/blockedFolders';
import type { DraftsProof } from '@/server/operations/photos/selectionValues';
import { apiRequest } from '@/ui/api';
import { PrimaryButton } from '@/ui/buttons';
import { Notice } from '@/ui/Notice';
import { queryKeys } from '@/ui/queryKeys';
import { useRequestOnce } from '@/ui/useRequestOnce';
import type { PhotoList } from '../set/lists';
import type { PhotoView } from '../set/view';
import type { WritingState } from '../store/useWriting';
import { embedWords, ProofDialog, type WriteChoices } from './ProofDialog';

interface Props {
  readonly assignmentId: string;
  readonly views: readonly PhotoView[];
  readonly selected: ReadonlySet<string>;
  readonly writing: Pick<WritingState, 'state' | 'settle'>;
}

/** What was asked for: fixed when the act is pressed, after everything typed is saved. */
interface Asked extends Meant {
  readonly proof: DraftsProof;
  readonly blocked: readonly BlockedFolder[];
}

/** Of more pictures the act says what it replaces when it is pressed, not after every word that is typed. */
const TOLD = 10_000;

/** The act of this place: drafts of the selection, or of all where none is selected. */
export function Embedding({ assignmentId, views, selected, writing }: Props) {
  const router = useRouter();
  const queries = useQueryClient();
  const requestOnce = useRequestOnce();
  const [asked, setAsked] = useState<Asked>();
  const meant = useMemo(() => meantBy(views, selected), [views, selected]);
  const proofOf = ({ scope }: Meant) =>
    apiRequest<DraftsProof>(`assignments/${assignmentId}/proof`, 'POST', { scope });
  const isTold = meant.count <= TOLD;
  const { data } = useQuery({
    queryKey: queryKeys.proof(assignmentId, meant.scope, meant.count),
    queryFn: () => proofOf(meant),
    // Before that, the page shows drafts that the server does not have yet.
    enabled: meant.count > 0 && isTold && writing.state === 'saved',
    placeholderData: keepPreviousData,
  });
  const review = useMutation({
    mutationFn: async () => {
      await writing.settle();
      const queryKey = queryKeys.photoList(assignmentId);
      await queries.refetchQueries({ queryKey });
      const now = meantBy(queries.getQueryData<PhotoList>(queryKey)!.views, selected);
      const [found, blocked] = await Promise.all([
        proofOf(now),
        apiRequest<BlockedFolder[]>(`assignments/${assignmentId}/blocked`, 'POST', { scope: now.scope }),
      ]);
      return { ...now, proof: found, blocked };
    },
    onSuccess: (found) => found.proof.pictures > 0 && setAsked(found),
  });
  const embed = useMutation({
    mutationFn: (choices: WriteChoices) =>
      requestOnce<{ runId: string }>(`assignments/${assignmentId}/embed`, 'POST', {
        scope: asked!.scope,
        asOf: asked!.proof.asOf,
        ...choices,
      }),
    onSuccess: ({ runId }) => router.push(`/runs/${runId}`),
  });
  const { count } = meant;
  const proof = isTold ? data : undefined;
  const isReady = count > 0 && proof?.pictures !== 0;
  const error = review.error ?? embed.error;
  return (
    <>
      {error && (
        <Notice kind="error" fontSize="small">
          {error.message}
        </Notice>
      )}
      <PrimaryButton type="button" disabled={!isReady || review.isPending} onClick={() => review.mutate()}>
        {actWords(count, proof)}
      </PrimaryButton>
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

/** How many are to be written, and replaced, as far as that is known. */
function actWords(count: number, proof: DraftsProof | undefined): string {
  if (count === 0) return 'Nothing to embed';
  if (!proof) return `Embed ${formatNumber(count)}`;
  return proof.pictures > 0 ? embedWords(proof) : 'Nothing to embed';
}

/** The drafts that are meant: those of the selection, or all where none is selected. */
interface Meant {
  readonly scope: Scope;
  readonly count: number;
  readonly isSelection: boolean;
}

function meantBy(views: readonly PhotoView[], selected: ReadonlySet<string>): Meant {
  const drafted = views.filter((view) => view.drafted && !view.isReplaced);
  const among = selected.size === 0 ? [] : drafted.filter((view) => selected.has(view.id));
  const isSelection = among.length > 0;
  const upTo = views.at(-1)?.place ?? 0;
  return isSelection
    ? { scope: scopeOfPart(among, views), count: among.length, isSelection }
    : { scope: { of: 'query', query: { drafted: true }, upTo }, count: drafted.length, isSelection };
}

function scopeWords({ count, isSelection }: Meant): string {
  return isSelection
    ? `${counted(count, 'selected picture')} with drafts`
    : `All ${counted(count, 'picture')} with drafts`;
}
