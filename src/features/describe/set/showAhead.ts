import type { QueryClient } from '@tanstack/react-query';
import type { FieldId } from '@/core/catalogue/fields';
import { asText, type FieldValue, isEmpty } from '@/core/catalogue/value';
import type { Scope } from '@/core/drafts/scope';
import type { Strip, StrokeState } from '@/core/threads/stroke';
import type { Writing } from '@/server/operations/drafts/writing';
import type { ListedValues } from '@/server/operations/photos/listValues';
import type { Desk } from '@/server/operations/photos/selectionValues';
import { queryKeys } from '@/ui/queryKeys';
import { type Shown, shownOf } from './shownBefore';
import type { PhotoList } from './usePhotos';
import type { ValueTable } from './useValues';
import { type PhotoView, withDraft } from './view';

type Changes = { readonly [K in FieldId]?: FieldValue | null };

/**
 * Shows what was written before the server has answered: in the lists that are on the page, for the acts whose
 * outcome is plain. What the server tells afterwards takes its place. What was shown before is returned.
 */
export function showAhead(
  queries: QueryClient,
  assignmentId: string,
  scope: Scope,
  writing: Writing,
): Shown | undefined {
  dropOverlapping(queries, assignmentId, scope);
  if (writing.kind === 'caption') captionAhead(queries, assignmentId, scope, writing.text);
  const changesOf = plainChanges(writing);
  const isMeant = meantBy(scope);
  if (!isMeant) return undefined;
  const before = shownOf(queries, assignmentId, isMeant);
  if (!changesOf) return before;
  const shown = shownAhead();
  queries.setQueryData<PhotoList>(
    queryKeys.photoList(assignmentId),
    (list) =>
      list && {
        ...list,
        views: list.views.map((view) => (isMeant(view) ? shown(view, changesOf(view.id)) : view)),
      },
  );
  queries.setQueryData<ValueTable>(queryKeys.values(assignmentId), (table) => {
    if (!table) return table;
    const rows = new Map(table.rows);
    for (const { id, place } of queries.getQueryData<PhotoList>(queryKeys.photoList(assignmentId))?.views ??
      []) {
      const row = isMeant({ id, place }) ? rows.get(id) : undefined;
      if (row) rows.set(id, valuesAhead(row, changesOf(id)));
    }
    return { ...table, rows };
  });
  return before;
}

/** What is known of other selections with the same pictures, and is not on the page, is known no more. */
function dropOverlapping(queries: QueryClient, assignmentId: string, scope: Scope): void {
  const asked = JSON.stringify(scope);
  queries.removeQueries({
    type: 'inactive',
    predicate: ({ queryKey: [, id, what, of] }) =>
      what === 'desk' && id === assignmentId && JSON.stringify(of) !== asked && overlap(of as Scope, scope),
  });
}

function overlap(one: Scope, other: Scope): boolean {
  if (one.of !== 'these' || other.of !== 'these') return true;
  const ids = new Set(one.ids);
  return other.ids.some((id) => ids.has(id));
}

/** One who comes back to a picture before the server has answered finds the caption just written. */
function captionAhead(queries: QueryClient, assignmentId: string, scope: Scope, text: string): void {
  const asked = JSON.stringify(scope);
  // An answer that is on its way shows the state before this act.
  void queries.cancelQueries({
    predicate: ({ queryKey: [, id, what, of], state }) =>
      what === 'desk' && id === assignmentId && JSON.stringify(of) === asked && state.data !== undefined,
  });
  queries.setQueriesData<Desk>(
    {
      predicate: ({ queryKey: [, id, what, of] }) =>
        what === 'desk' && id === assignmentId && JSON.stringify(of) === asked,
    },
    (desk) => {
      if (!desk) return desk;
      const { empty, variants: held } = desk.caption;
      const count = held.reduce((sum, one) => sum + one.count, empty);
      const variants = text === '' ? [] : [{ value: text, count }];
      const caption = { empty: count, variants, ...(text === '' ? {} : { same: text, empty: 0 }) };
      return { ...desk, caption };
    },
  );
}

/** The changes of an act for a picture, where they do not depend on what is there. */
function plainChanges(writing: Writing): ((id: string) => Changes | undefined) | undefined {
  switch (writing.kind) {
    case 'caption': {
      const changes: Changes = { description: writing.text };
      return () => changes;
    }
    case 'set': {
      const changes: Changes = { [writing.field]: writing.value };
      return () => changes;
    }
    case 'set-fields':
      return () => writing.values;
    case 'cells': {
      const byId = new Map(writing.rows.map(({ id, values }) => [id, values]));
      return (id) => byId.get(id);
    }
    default:
      return undefined;
  }
}

function meantBy({ except = [], upTo, ...scope }: Scope) {
  const out = new Set(except);
  const isWithin = (place: number) => upTo === undefined || place <= upTo;
  if (scope.of === 'these') {
    const ids = new Set(scope.ids);
    return ({ id }: Pick<PhotoView, 'id' | 'place'>) => ids.has(id);
  }
  if (scope.of !== 'all') return undefined;
  return ({ id, place }: Pick<PhotoView, 'id' | 'place'>) => isWithin(place) && !out.has(id);
}

/** Pictures as they will be. Those with the same strip share the next one too. */
function shownAhead() {
  const strips = { there: new Map<Strip, Strip>(), empty: new Map<Strip, Strip>() };
  const stripOf = (before: Strip, isThere: boolean) => {
    const known = isThere ? strips.there : strips.empty;
    const strip = known.get(before) ?? { ...before, caption: strokeAhead(before.caption, isThere) };
    known.set(before, strip);
    return strip;
  };
  return (view: PhotoView, changes: Changes | undefined): PhotoView => {
    if (!changes) return view;
    const { description } = changes;
    const rated = 'rating' in changes ? withRating(view, asText(changes.rating)) : view;
    if (description === undefined) return withDraft(rated);
    const caption = asText(description).trim();
    return withDraft(rated, { caption, strip: stripOf(view.strip, caption !== '') });
  };
}

function withRating({ rating: _, ...view }: PhotoView, rating: string): PhotoView {
  return rating ? { ...view, rating } : view;
}

function strokeAhead(before: StrokeState, isThere: boolean): StrokeState {
  if (before === 'foot' || before === 'none' || before === 'outlined') return isThere ? 'outlined' : 'foot';
  return 'changed';
}

function valuesAhead(row: ListedValues, changes: Changes | undefined): ListedValues {
  if (!changes) return row;
  const values: Record<string, FieldValue> = { ...row.values };
  for (const [id, value] of Object.entries(changes)) {
    if (isEmpty(value)) delete values[id];
    else values[id] = value!;
  }
  const ids = Object.keys(changes) as FieldId[];
  const { caption } = row;
  return {
    ...row,
    values,
    ...(caption !== undefined && 'description' in changes ? { caption: asText(changes.description) } : {}),
    drafted: [...new Set([...(row.drafted ?? []), ...ids])],
    ...(row.broken ? { broken: row.broken.filter((one) => !ids.includes(one)) } : {}),
  };
}
