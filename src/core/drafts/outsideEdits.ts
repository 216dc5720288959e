import { type FieldId, fieldIds } from '../catalogue/fields';
import { type FieldValue, sameValue } from '../catalogue/value';
import type { DraftFields } from './present';

/** What another program changed in one field, alike in some pictures; with the draft that the field has. */
export interface OutsideEdit {
  readonly field: FieldId;
  readonly before: FieldValue | null;
  readonly after: FieldValue | null;
  /** Absent: no draft. null: the draft empties the field. */
  readonly draft?: FieldValue | null;
  readonly photoIds: readonly string[];
  readonly names: readonly string[];
}

/** Pictures that are listed at once. */
export const MOST_OUTSIDE = 1000;

interface ChangedPhoto {
  readonly id: string;
  readonly name: string;
  readonly changes: {
    readonly [K in FieldId]?: { readonly before: FieldValue | null; readonly after: FieldValue | null };
  };
  readonly drafts: DraftFields;
}

/** Groups equal changes of several pictures; those that a draft contradicts come first. */
export function outsideEdits(photos: readonly ChangedPhoto[]): OutsideEdit[] {
  const groups = new Map<string, OutsideEdit & { photoIds: string[]; names: string[] }>();
  for (const { id, name, changes, drafts } of photos)
    for (const field of fieldIds) {
      const change = changes[field];
      if (!change) continue;
      const draft = drafts[field];
      const edit = { field, ...change, ...(draft ? { draft: draft.value } : {}) };
      const key = JSON.stringify(edit);
      const group = groups.get(key) ?? { ...edit, photoIds: [], names: [] };
      group.photoIds.push(id);
      group.names.push(name);
      groups.set(key, group);
    }
  const all = [...groups.values()];
  return [...all.filter(isConflict), ...all.filter((one) => !isConflict(one))];
}

/** Whether the draft and the file's new value differ. */
export const isConflict = ({ draft, after }: OutsideEdit): boolean =>
  draft !== undefined && !sameValue(draft, after);
