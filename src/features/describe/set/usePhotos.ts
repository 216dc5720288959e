'use client';

import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo } from 'react';
import type { ListedSummary, SummaryPart } from '@/server/operations/photos/listSummaries';
import { apiRequest, apiRequestLines } from '@/ui/api';
import { queryKeys } from '@/ui/queryKeys';
import { applyToViews } from '../store/applyEdits';
import { useEditStore, useEditsAfter } from '../store/useEditStore';
import type { PhotoList } from './lists';
import { mergeRows } from './mergeRows';
import { type PhotoView, viewOf } from './view';

export interface FirstPhotos {
  readonly total: number;
  readonly rows: readonly ListedSummary[];
}

/** The pictures of an assignment, kept up to date by what changed, with what was typed here. */
export function usePhotos(assignmentId: string, first: FirstPhotos): Pick<PhotoList, 'total' | 'views'> {
  const { total, snapshot, views } = usePhotoList(assignmentId, first);
  usePhotoChanges(assignmentId);
  const edits = useEditsAfter(useEditStore(assignmentId), snapshot);
  const shown = useMemo(() => applyToViews(views, edits), [views, edits]);
  return { total, views: shown };
}

function usePhotoList(assignmentId: string, { total, rows }: FirstPhotos): PhotoList {
  const queries = useQueryClient();
  const queryKey = queryKeys.photoList(assignmentId);
  const { data } = useQuery({
    queryKey,
    queryFn: async ({ signal }) => {
      const held = queries.getQueryData<PhotoList>(queryKey);
      const list = await readList(assignmentId, held, signal, (part) => queries.setQueryData(queryKey, part));
      // Pictures that went away are not told of: where the number differs, all are read again.
      return list.views.length === list.total ? list : readList(assignmentId, undefined, signal);
    },
    initialData: (): PhotoList => ({ total, views: rows.map(viewOf) }),
    // The page is only begun with: the rest is read at once.
    initialDataUpdatedAt: 0,
    // Rows that did not change stay the same objects (mergeRows); comparing all of them would take longer than the rest.
    structuralSharing: false,
  });
  return data;
}

/** A long list is shown again when it has grown by so much: each time costs as much as the list is long. */
const GROWTH = 1.5;

async function readList(
  assignmentId: string,
  held: PhotoList | undefined,
  signal: AbortSignal,
  onPart?: (list: PhotoList) => void,
): Promise<PhotoList> {
  const isWhole = held?.until === undefined;
  const heldViews = held?.views ?? [];
  const newer: PhotoView[] = [];
  let head = { total: 0, until: '', snapshot: '' };
  let shown = heldViews.length;
  const list = (): PhotoList => ({ total: head.total, views: mergeRows(heldViews, newer) });
  await apiRequestLines<SummaryPart>(
    `assignments/${assignmentId}/photos${isWhole ? '' : `?since=${held.until}`}`,
    (part) => {
      if ('head' in part) head = part.head;
      else newer.push(...part.rows.map(viewOf));
      if (!isWhole || newer.length < shown * GROWTH) return;
      shown = newer.length;
      onPart?.(list());
    },
    signal,
  );
  return { ...list(), until: head.until, snapshot: head.snapshot };
}

/** Has the folders looked at when the page is opened, and when one comes back to it from another program. */
function usePhotoChanges(assignmentId: string): void {
  useEffect(() => {
    const follow = () => void apiRequest(`assignments/${assignmentId}/follow`, 'POST').catch(() => undefined);
    follow();
    window.addEventListener('focus', follow);
    return () => window.removeEventListener('focus', follow);
  }, [assignmentId]);
}
