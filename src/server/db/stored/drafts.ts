import type { FieldId } from '../../../core/catalogue/fields';
import type { FieldValue } from '../../../core/catalogue/value';
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
    | 'caption'
    | 'add-keywords'
    | 'remove-keywords'
    | 'put-templates'
    | 'settle'
    | 'discard';
  readonly pictures: number;
  readonly field?: FieldId;
  readonly templates?: readonly { readonly id: string; readonly name: string }[];
}

export const draftOriginShape = storedShape<DraftOrigin>('where a draft came from');
export const draftChangesShape = storedShape<readonly DraftChange[]>('what an act changed');
export const writingShape = storedShape<WritingSummary>('an act of writing', [], { inline: true });
