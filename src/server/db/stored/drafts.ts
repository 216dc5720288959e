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
  readonly photoId: string;
  readonly field: FieldId;
  readonly before: DraftValue | null;
  readonly after: DraftValue | null;
}

/** An act of writing as it is told: what was done, to how many pictures. */
export interface WritingSummary {
  readonly kind:
    | 'set'
    | 'set-fields'
    | 'cells'
    | 'caption'
    | 'add-keywords'
    | 'remove-keywords'
    | 'replace-keywords'
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

export const draftOriginShape = storedShape<DraftOrigin>('where a draft came from');
export const draftChangesShape = storedShape<readonly DraftChange[]>('what an act changed');
export const writingShape = storedShape<WritingSummary>('an act of writing', [], { inline: true });
