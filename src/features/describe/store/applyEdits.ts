import type { FieldId } from '@/core/catalogue/fields';
import { asText, type FieldValue, isEmpty } from '@/core/catalogue/value';
import type { Scope } from '@/core/drafts/scope';
import { isInSnapshot } from '@/core/drafts/snapshot';
import type { Strip, StrokeState } from '@/core/threads/stroke';
import type { FieldChanges, Writing } from '@/server/operations/drafts/writing';
import type { ListedValues } from '@/server/operations/photos/listValues';
import { type PhotoView, withDraft } from '../set/view';
import { type Edit, isStep, type Shown, type ValueRows } from './edit';

/** The edits that what was read in a snapshot does not show yet. Without a snapshot, all. */
export function editsAfter(edits: readonly Edit[], snapshot: string | undefined): readonly Edit[] {
  const left = edits.filter(
    ({ transaction, refusal }) =>
      !refusal && !(transaction && snapshot !== undefined && isInSnapshot(transaction, snapshot)),
  );
  return left.length === edits.length ? edits : left;
}

/** A list as the edits make it. Pictures that they do not change stay the same objects. */
export function applyToViews(views: readonly PhotoView[], edits: readonly Edit[]): readonly PhotoView[] {
  return edits.reduce((shown, edit) => {
    if (isStep(edit)) return edit.restores ? restoredViews(shown, edit.restores) : shown;
    const changesOf = plainChanges(edit.writing);
    const isMeant = meantBy(edit.scope);
    if (!changesOf || !isMeant) return shown;
    const draw = drawer();
    return shown.map((view) => (isMeant(view) ? draw(view, changesOf(view.id)) : view));
  }, views);
}

/** The values of a list as the edits make them. `views` are the pictures of the list, in their order. */
export function applyToRows(rows: ValueRows, edits: readonly Edit[], views: readonly PhotoView[]): ValueRows {
  const next = new Map(rows);
  let isChanged = false;
  for (const edit of edits) {
    const changes = isStep(edit) ? restoredRows(edit.restores) : changedRows(edit.scope, edit.writing);
    if (!changes) continue;
    for (const { id, place } of views) {
      const row = next.get(id);
      const changed = row && changes({ id, place }, row);
      if (!changed) continue;
      next.set(id, changed);
      isChanged = true;
    }
  }
  return isChanged ? next : rows;
}

type Placed = Pick<PhotoView, 'id' | 'place'>;

function changedRows(scope: Scope, writing: Writing) {
  const changesOf = plainChanges(writing);
  const isMeant = meantBy(scope);
  if (!changesOf || !isMeant) return undefined;
  return (picture: Placed, row: ListedValues) =>
    isMeant(picture) ? valuesWith(row, changesOf(picture.id)) : undefined;
}

function restoredRows(restores: Shown | undefined) {
  const isMeant = restores && meantBy(restores.scope);
  if (!isMeant) return undefined;
  return (picture: Placed) => (isMeant(picture) ? restores.rows?.get(picture.id) : undefined);
}

function restoredViews(views: readonly PhotoView[], { scope, views: former }: Shown): readonly PhotoView[] {
  const isMeant = meantBy(scope);
  if (!isMeant) return views;
  const viewOf = byId(former);
  return views.map((view, at) => (isMeant(view) && viewOf(view.id, at)) || view);
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

/** The changes of an act for a picture, where they do not depend on what is there. */
export function plainChanges(writing: Writing): ((id: string) => FieldChanges | undefined) | undefined {
  switch (writing.kind) {
    case 'caption': {
      const changes: FieldChanges = { description: writing.text };
      return () => changes;
    }
    case 'set': {
      const changes: FieldChanges = { [writing.field]: writing.value };
      return () => changes;
    }
    case 'set-fields':
      return () => writing.values;
    case 'cells': {
      const cells = new Map(writing.rows.map(({ id, values }) => [id, values]));
      return (id) => cells.get(id);
    }
    default:
      return undefined;
  }
}

/** Whether a scope means a picture; undefined where only the server knows. */
export function meantBy({ except = [], upTo, ...scope }: Scope): ((picture: Placed) => boolean) | undefined {
  const out = new Set(except);
  if (scope.of === 'these') {
    const ids = new Set(scope.ids);
    return ({ id }) => ids.has(id) && !out.has(id);
  }
  if (scope.of !== 'all') return undefined;
  return ({ id, place }) => (upTo === undefined || place <= upTo) && !out.has(id);
}

/** Draws pictures as they will be. Those with the same strip share the next one too. */
function drawer() {
  const strips = { there: new Map<Strip, Strip>(), empty: new Map<Strip, Strip>() };
  const stripOf = (before: Strip, isThere: boolean) => {
    const known = isThere ? strips.there : strips.empty;
    const strip = known.get(before) ?? { ...before, caption: strokeAfter(before.caption, isThere) };
    known.set(before, strip);
    return strip;
  };
  return (view: PhotoView, changes: FieldChanges | undefined): PhotoView => {
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

function strokeAfter(before: StrokeState, isThere: boolean): StrokeState {
  if (before === 'foot' || before === 'none' || before === 'outlined') return isThere ? 'outlined' : 'foot';
  return 'changed';
}

function valuesWith(row: ListedValues, changes: FieldChanges | undefined): ListedValues | undefined {
  if (!changes) return undefined;
  const values: Record<string, FieldValue> = { ...row.values };
  for (const [id, value] of Object.entries(changes)) {
    if (isEmpty(value)) delete values[id];
    else values[id] = value!;
  }
  const ids = Object.keys(changes) as FieldId[];
  return {
    ...row,
    values,
    ...(row.caption !== undefined && 'description' in changes
      ? { caption: asText(changes.description) }
      : {}),
    drafted: [...new Set([...(row.drafted ?? []), ...ids])],
    ...(row.broken ? { broken: row.broken.filter((one) => !ids.includes(one)) } : {}),
  };
}
