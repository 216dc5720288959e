import type { FieldId } from '../../../core/catalogue/fields';
import type { FieldValue } from '../../../core/catalogue/value';
import type { ThreadId } from '../../../core/threads/threads';
import { storedShape } from './shape';

export type DraftOrigin =
  | { readonly by: 'hand' }
  | { readonly by: 'template'; readonly templateId: string; readonly version: number; readonly name: string };

export interface DraftValue {
  readonly value: FieldValue | null;
  readonly origin: DraftOrigin;
}

/** What an act made of one draft; null: none. */
export interface DraftChange {
  readonly field: FieldId;
  readonly before: DraftValue | null;
  readonly after: DraftValue | null;
}

/** The same change of one draft on these pictures. */
export interface DraftChangeGroup extends DraftChange {
  readonly photoIds: readonly string[];
}

/** Summary of an act of writing: what was done, to how many pictures. */
export interface WritingSummary {
  readonly kind:
    | 'set'
    | 'set-fields'
    | 'cells'
    | 'caption'
    | 'credits-line'
    | 'add-keywords'
    | 'remove-keywords'
    | 'replace-keywords'
    | 'replace-text'
    | 'keyword-paths'
    | 'add-people'
    | 'remove-people'
    | 'put-templates'
    | 'compose'
    | 'settle'
    | 'does-not-apply'
    | 'discard';
  readonly pictures: number;
  readonly field?: FieldId;
  readonly templates?: readonly { readonly id: string; readonly name: string }[];
  readonly marks?: ThreadMarks;
}

/** A thread of these pictures that was said not to apply, or to apply again. */
export interface ThreadMarks {
  readonly thread: ThreadId;
  readonly applies: boolean;
  readonly photoIds: readonly string[];
}

/** What was changed alike is reported once, with its pictures. */
export function groupChanges(changes: Iterable<DraftChangeGroup>): DraftChangeGroup[] {
  const groups = new Map<string, { change: DraftChangeGroup; photoIds: (readonly string[])[] }>();
  for (const change of changes) {
    const key = `${change.field} ${textOf(change.before)} ${textOf(change.after)}`;
    const group = groups.get(key);
    if (group) group.photoIds.push(change.photoIds);
    else groups.set(key, { change, photoIds: [change.photoIds] });
  }
  return [...groups.values()].map(({ change, photoIds }) => ({ ...change, photoIds: photoIds.flat() }));
}

/** Two acts as one: what was there before the earlier, and is there after the later. */
export function joinChanges(
  earlier: readonly DraftChangeGroup[],
  later: readonly DraftChangeGroup[],
): DraftChangeGroup[] {
  const joined = new Map<string, DraftChangeGroup>();
  for (const { photoIds, ...change } of [...earlier, ...later])
    for (const id of photoIds) {
      const key = `${change.field} ${id}`;
      const { before } = joined.get(key) ?? change;
      joined.set(key, { ...change, before, photoIds: [id] });
    }
  return groupChanges([...joined.values()].filter(({ before, after }) => textOf(before) !== textOf(after)));
}

const texts = new WeakMap<DraftValue, string>();

/** Of a draft that is on many pictures it is made once. */
function textOf(draft: DraftValue | null): string {
  if (draft === null) return '';
  const text = texts.get(draft) ?? JSON.stringify(draft);
  texts.set(draft, text);
  return text;
}

export const draftOriginShape = storedShape<DraftOrigin>('where a draft came from');
export const draftChangesShape = storedShape<readonly DraftChangeGroup[]>('what an act changed', [
  {
    name: 'what is the same on many pictures is told once (it was told for each picture)',
    up: (changes: readonly (DraftChange & { readonly photoId: string })[]) =>
      groupChanges(changes.map(({ photoId, ...change }) => ({ ...change, photoIds: [photoId] }))),
  },
]);
export const writingShape = storedShape<WritingSummary>('an act of writing', [], { inline: true });
