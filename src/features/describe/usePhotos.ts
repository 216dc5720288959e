'use client';

import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import type { ListedSummary, SummaryPart } from '@/server/operations/listSummaries';
import type { Writing } from '@/server/operations/writeDrafts';
import { ask, askLines } from '@/ui/api';
import { mergeRows } from './mergeRows';
import { type PhotoView, viewOf } from './view';

export type Write = (photoIds: readonly string[], writing: Writing) => Promise<void>;

/** A list as it is known: `until` says from where on to ask for what changed since. */
interface PhotoList {
  readonly total: number;
  readonly until?: string;
  readonly views: readonly PhotoView[];
}

export interface FirstPhotos {
  readonly total: number;
  readonly rows: readonly ListedSummary[];
}

/** The pictures of an assignment, kept up to date by what changed, and writing drafts for them. */
export function usePhotos(assignmentId: string, first: FirstPhotos) {
  const queries = useQueryClient();
  const list = usePhotoList(assignmentId, first);
  useFollow(assignmentId);
  const { mutateAsync, isPending, error } = useMutation({
    mutationFn: (asked: { photoIds: readonly string[]; writing: Writing }) =>
      ask(`assignments/${assignmentId}/writing`, 'POST', asked),
    onSettled: () => queries.invalidateQueries({ queryKey: ['photos', assignmentId] }),
  });
  const write: Write = async (photoIds, writing) => {
    await mutateAsync({ photoIds, writing }).catch(() => undefined);
  };
  return { ...list, write, saving: isPending, error };
}

function usePhotoList(assignmentId: string, { total, rows }: FirstPhotos): PhotoList {
  const queries = useQueryClient();
  const queryKey = ['photos', assignmentId, 'list'];
  const { data } = useQuery({
    queryKey,
    queryFn: async ({ signal }) => {
      const held = queries.getQueryData<PhotoList>(queryKey);
      const list = await readList(assignmentId, held, signal, (part) => queries.setQueryData(queryKey, part));
      // Pictures that went away are not told of: where the number differs, all are read anew.
      return list.views.length === list.total ? list : readList(assignmentId, undefined, signal);
    },
    initialData: (): PhotoList => ({ total, views: rows.map(viewOf) }),
  });
  return data;
}

async function readList(
  assignmentId: string,
  held: PhotoList | undefined,
  signal: AbortSignal,
  onPart?: (list: PhotoList) => void,
): Promise<PhotoList> {
  const isWhole = held?.until === undefined;
  let list: PhotoList = { total: 0, views: held?.views ?? [] };
  let until: string | undefined;
  await askLines<SummaryPart>(
    `assignments/${assignmentId}/photos${isWhole ? '' : `?since=${held.until}`}`,
    (part) => {
      if ('head' in part) {
        until = part.head.until;
        list = { ...list, total: part.head.total };
        return;
      }
      list = { ...list, views: mergeRows(list.views, part.rows.map(viewOf)) };
      if (isWhole) onPart?.(list);
    },
    signal,
  );
  return { ...list, ...(until === undefined ? {} : { until }) };
}

/** Has the folders looked at when the page is opened, and when one comes back to it from another program. */
function useFollow(assignmentId: string): void {
  useEffect(() => {
    const follow = () => void ask(`assignments/${assignmentId}/follow`, 'POST').catch(() => undefined);
    follow();
    window.addEventListener('focus', follow);
    return () => window.removeEventListener('focus', follow);
  }, [assignmentId]);
}
