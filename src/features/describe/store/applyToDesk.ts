import type { FieldId } from '@/core/catalogue/fields';
import { asList, type FieldValue } from '@/core/catalogue/value';
import { type Across, across } from '@/core/drafts/across';
import type { Scope } from '@/core/drafts/scope';
import { sameTerm } from '@/core/keywords/parse';
import { applyRule } from '@/core/templates/rules';
import type { FieldChanges, Writing } from '@/server/operations/drafts/writing';
import type { Desk, FieldAcross } from '@/server/operations/photos/selectionValues';
import type { PhotoView } from '../set/view';
import { meantBy, plainChanges } from './applyEdits';
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
      !isStep(edit) && covers(edit.scope, scope, views)
        ? written(shown, edit.writing, { scope, count })
        : shown,
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

interface Meant {
  readonly scope: Scope;
  readonly count: number;
}

function written(desk: Desk, writing: Writing, { scope, count }: Meant): Desk {
  switch (writing.kind) {
    case 'caption': {
      const { text, addPeople = [], removePeople = [] } = writing;
      const shown = { ...desk, caption: onAll(text.trim() === '' ? null : text, count) };
      return withPeople(withPeople(shown, 'add', addPeople), 'remove', removePeople);
    }
    case 'set':
    case 'set-fields':
      return withFields(desk, plainChanges(writing)!('')!, count);
    case 'cells': {
      const [id, ...more] = scope.of === 'these' ? scope.ids : [];
      const values = id !== undefined && more.length === 0 ? plainChanges(writing)!(id) : undefined;
      return values ? withFields(desk, values, count) : desk;
    }
    case 'remove-keywords': {
      const isGone = (term: string) => writing.terms.some((one) => sameTerm(one, term));
      return { ...desk, keywords: desk.keywords.filter(({ term }) => !isGone(term)) };
    }
    case 'add-people':
      return withPeople(desk, 'add', writing.terms);
    case 'remove-people':
      return withPeople(desk, 'remove', writing.terms);
    // A keyword that is added may lead to another term of the vocabulary: the server tells it.
    default:
      return desk;
  }
}

const onAll = (value: FieldValue | null, count: number): Across =>
  across([{ value: value ?? undefined, count }]);

function withFields(desk: Desk, values: FieldChanges, count: number): Desk {
  const fields: { [K in FieldId]?: FieldAcross } = { ...desk.fields };
  for (const [id, value] of Object.entries(values) as [FieldId, FieldValue | null][])
    if (fields[id]) fields[id] = { ...onAll(value, count), drafted: count, broken: 0 };
  const { keywords } = values;
  if (keywords === undefined) return { ...desk, fields };
  return { ...desk, fields, keywords: asList(keywords).map((term) => ({ term, count })) };
}

function withPeople(desk: Desk, rule: 'add' | 'remove', names: readonly string[]): Desk {
  const { personShown } = desk.fields;
  if (!personShown || names.length === 0) return desk;
  const { empty, variants, same: _, ...rest } = personShown;
  const held = [...variants, { value: undefined, count: empty }].map(({ value, count }) => ({
    value: applyRule('personShown', rule, value, names) ?? undefined,
    count,
  }));
  const next = across(held.filter(({ count }) => count > 0));
  return { ...desk, fields: { ...desk.fields, personShown: { ...rest, ...next } } };
}
