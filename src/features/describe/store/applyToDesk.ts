import type { FieldId } from '@/core/catalogue/fields';
import { asList, type FieldValue, isEmpty } from '@/core/catalogue/value';
import { type Across, across } from '@/core/drafts/across';
import type { Scope } from '@/core/drafts/scope';
import type { Writing } from '@/server/operations/drafts/writing';
import type { Desk, FieldAcross } from '@/server/operations/photos/selectionValues';
import type { PhotoView } from '../set/view';
import { meantBy } from './applyEdits';
import { type Edit, isStep } from './edit';

/** A desk for so many pictures as the edits make it. Edits of a part of its pictures are left to the server. */
export function applyToDesk(
  desk: Desk,
  scope: Scope,
  count: number,
  { edits, views }: { readonly edits: readonly Edit[]; readonly views: readonly PhotoView[] },
): Desk {
  return edits.reduce(
    (shown, edit) =>
      !isStep(edit) && covers(edit.scope, scope, views) ? written(shown, edit.writing, count) : shown,
    desk,
  );
}

/** Whether a scope means all pictures of another. */
function covers(wider: Scope, scope: Scope, views: readonly PhotoView[]): boolean {
  if (JSON.stringify(wider) === JSON.stringify(scope)) return true;
  const [isInWider, isMeant] = [meantBy(wider), meantBy(scope)];
  if (!isInWider || !isMeant) return false;
  let found = 0;
  for (const view of views)
    if (isMeant(view)) {
      if (!isInWider(view)) return false;
      found++;
    }
  // A picture that the list does not hold yet is not known to be meant.
  return found > 0 && (scope.of !== 'these' || found === scope.ids.length);
}

function written(desk: Desk, writing: Writing, count: number): Desk {
  switch (writing.kind) {
    case 'caption': {
      const { text, addPeople = [], removePeople = [] } = writing;
      const shown = { ...desk, caption: onAll(text.trim() === '' ? null : text, count) };
      return withPeople(
        withPeople(shown, (names) => [...names, ...addPeople]),
        without(removePeople),
      );
    }
    case 'set':
      return withFields(desk, { [writing.field]: writing.value }, count);
    case 'set-fields':
      return withFields(desk, writing.values, count);
    case 'cells': {
      const [row] = writing.rows;
      return count === 1 && row ? withFields(desk, row.values, count) : desk;
    }
    case 'add-keywords': {
      const added = writing.terms.map((term) => ({ term, count }));
      const rest = desk.keywords.filter(({ term }) => !writing.terms.includes(term));
      return {
        ...desk,
        keywords: [
          ...rest.filter((one) => one.count === count),
          ...added,
          ...rest.filter((one) => one.count < count),
        ],
      };
    }
    case 'remove-keywords':
      return { ...desk, keywords: desk.keywords.filter(({ term }) => !writing.terms.includes(term)) };
    case 'add-people':
      return withPeople(desk, (names) => [...names, ...writing.terms]);
    case 'remove-people':
      return withPeople(desk, without(writing.terms));
    default:
      return desk;
  }
}

const onAll = (value: FieldValue | null, count: number): Across =>
  across([{ value: value ?? undefined, count }]);

const without = (gone: readonly string[]) => (names: readonly string[]) =>
  names.filter((name) => !gone.includes(name));

function withFields(
  desk: Desk,
  values: { readonly [K in FieldId]?: FieldValue | null },
  count: number,
): Desk {
  const fields: { [K in FieldId]?: FieldAcross } = { ...desk.fields };
  for (const [id, value] of Object.entries(values) as [FieldId, FieldValue | null][])
    if (fields[id]) fields[id] = { ...onAll(value, count), drafted: count, broken: 0 };
  const { keywords } = values;
  if (keywords === undefined) return { ...desk, fields };
  return { ...desk, fields, keywords: asList(keywords).map((term) => ({ term, count })) };
}

function withPeople(desk: Desk, change: (names: readonly string[]) => readonly string[]): Desk {
  const { personShown } = desk.fields;
  if (!personShown) return desk;
  const { empty, variants, ...rest } = personShown;
  const held = [...variants, ...(empty > 0 ? [{ value: [] as readonly string[], count: empty }] : [])];
  const changed = held.map(({ value, count }) => ({ value: [...new Set(change(asList(value)))], count }));
  const { same: _, ...others } = rest;
  const next = across(changed.map((one) => (isEmpty(one.value) ? { ...one, value: undefined } : one)));
  return { ...desk, fields: { ...desk.fields, personShown: { ...others, ...next } } };
}
