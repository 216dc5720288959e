import type { QueryClient } from '@tanstack/react-query';
import type { ListedValues } from '@/server/operations/photos/listValues';
import { queryKeys } from '@/ui/queryKeys';
import { refresh } from '@/ui/refresh';
import type { PhotoList } from './usePhotos';
import type { ValueTable } from './useValues';
import type { PhotoView } from './view';

/** What the lists on the page showed, and of which pictures it is meant. Lists are never changed: they are kept as they were. */
export interface Shown {
  readonly isMeant: (view: PhotoView) => boolean;
  readonly views: readonly PhotoView[];
  readonly rows: ReadonlyMap<string, ListedValues> | undefined;
}

/** Acts of this window that an undo shows at once, and how many pictures their lists may have together. */
const KEPT = 5;
const MOST_VIEWS = 150_000;
const acts = new WeakMap<QueryClient, Map<string, Shown>>();

export function shownOf(
  queries: QueryClient,
  assignmentId: string,
  isMeant: (view: PhotoView) => boolean,
): Shown {
  return {
    isMeant,
    views: queries.getQueryData<PhotoList>(queryKeys.photoList(assignmentId))?.views ?? [],
    rows: queries.getQueryData<ValueTable>(queryKeys.values(assignmentId))?.rows,
  };
}

/** Keeps what was shown before an act, by the id that the server has given the act. */
export function keepShown(queries: QueryClient, writingId: string, shown: Shown): void {
  const kept = acts.get(queries) ?? new Map<string, Shown>();
  kept.set(writingId, shown);
  const atMost = Math.max(1, Math.min(KEPT, Math.floor(MOST_VIEWS / shown.views.length)));
  for (const oldest of [...kept.keys()].slice(0, -atMost)) kept.delete(oldest);
  acts.set(queries, kept);
}

/** Shows what was there before an act, or after it when that is asked for again; the server's answer takes its place. */
export function swapShown(queries: QueryClient, assignmentId: string, writingId: string): void {
  const before = acts.get(queries)?.get(writingId);
  if (!before) return;
  acts.get(queries)!.set(writingId, shownOf(queries, assignmentId, before.isMeant));
  const viewOf = byId(before.views);
  queries.setQueryData<PhotoList>(
    queryKeys.photoList(assignmentId),
    (list) =>
      list && {
        ...list,
        views: list.views.map((view, at) => (before.isMeant(view) && viewOf(view.id, at)) || view),
      },
  );
  queries.setQueryData<ValueTable>(queryKeys.values(assignmentId), (table) => {
    if (!table) return table;
    const rows = new Map(table.rows);
    for (const view of before.views) {
      const row = before.isMeant(view) ? before.rows?.get(view.id) : undefined;
      if (row) rows.set(view.id, row);
    }
    return { ...table, rows };
  });
}

/** Pictures of a list; those that are at the same place as before are found without a search. */
function byId(views: readonly PhotoView[]) {
  let all: Map<string, PhotoView> | undefined;
  return (id: string, at: number): PhotoView | undefined => {
    if (views[at]?.id === id) return views[at];
    all ??= new Map(views.map((view) => [view.id, view]));
    return all.get(id);
  };
}

/**
 * Reads everything of an assignment again, also what has not changed since it was read last: where the page has
 * shown an act ahead that the server did not carry out, or not on all pictures.
 */
export function readWhole(queries: QueryClient, assignmentId: string): Promise<void> {
  queries.setQueryData<PhotoList>(
    queryKeys.photoList(assignmentId),
    (list) => list && { total: list.total, views: list.views },
  );
  queries.setQueryData<ValueTable>(
    queryKeys.values(assignmentId),
    (table) => table && { ...table, until: undefined },
  );
  return refresh(queries, { queryKey: queryKeys.photos(assignmentId) });
}
