import type { QueryClient } from '@tanstack/react-query';
import type { ListedValues } from '@/server/operations/photos/listValues';
import { queryKeys } from '@/ui/queryKeys';
import type { PhotoList } from './usePhotos';
import type { ValueTable } from './useValues';
import type { PhotoView } from './view';

/** What the lists on the page show of some pictures. */
export interface Shown {
  readonly views: ReadonlyMap<string, PhotoView>;
  readonly rows: ReadonlyMap<string, ListedValues>;
}

/** Acts of this window that an undo shows at once. */
const KEPT = 5;
const acts = new WeakMap<QueryClient, Map<string, Shown>>();

export function shownOf(
  queries: QueryClient,
  assignmentId: string,
  isMeant: (view: PhotoView) => boolean,
): Shown {
  const list = queries.getQueryData<PhotoList>(queryKeys.photoList(assignmentId))?.views ?? [];
  const table = queries.getQueryData<ValueTable>(queryKeys.values(assignmentId))?.rows;
  const views = new Map(list.filter(isMeant).map((view) => [view.id, view]));
  const rows = [...views.keys()].flatMap((id) => {
    const row = table?.get(id);
    return row ? [[id, row] as const] : [];
  });
  return { views, rows: new Map(rows) };
}

/** Keeps what was shown before an act, by the id that the server has given the act. */
export function keepShown(queries: QueryClient, writingId: string, shown: Shown): void {
  const kept = acts.get(queries) ?? new Map<string, Shown>();
  kept.set(writingId, shown);
  for (const oldest of [...kept.keys()].slice(0, -KEPT)) kept.delete(oldest);
  acts.set(queries, kept);
}

/** Shows what was there before an act, or after it when that is asked for again; the server's answer takes its place. */
export function swapShown(queries: QueryClient, assignmentId: string, writingId: string): void {
  const before = acts.get(queries)?.get(writingId);
  if (!before) return;
  acts.get(queries)!.set(
    writingId,
    shownOf(queries, assignmentId, ({ id }) => before.views.has(id)),
  );
  queries.setQueryData<PhotoList>(
    queryKeys.photoList(assignmentId),
    (list) => list && { ...list, views: list.views.map((view) => before.views.get(view.id) ?? view) },
  );
  queries.setQueryData<ValueTable>(
    queryKeys.values(assignmentId),
    (table) => table && { ...table, rows: new Map([...table.rows, ...before.rows]) },
  );
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
  return queries.invalidateQueries({ queryKey: queryKeys.photos(assignmentId) });
}
