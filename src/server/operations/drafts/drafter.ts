import type { FieldId } from '../../../core/catalogue/fields';
import { type FieldValue, normalised } from '../../../core/catalogue/value';
import type { DraftOrigin } from '../../db/stored/drafts';
import type { LeanPhoto } from '../photos/photos';
import type { NewDrafts } from './draftChanges';
import type { MakerGroup } from './othersPictures';

/** The result of an act for each picture, and the fields that its summary names. */
export interface Drafter {
  readonly draftsOf: (photo: LeanPhoto) => NewDrafts;
  readonly templates?: readonly { readonly id: string; readonly name: string }[];
  /** Pictures of others among those asked for, by their maker. */
  readonly others?: readonly MakerGroup[];
}

export const byHand: DraftOrigin = { by: 'hand' };

/** One field written by hand. */
export const handDraft = (field: FieldId, value: FieldValue | null): NewDrafts =>
  new Map([[field, { value: normalised(value), origin: byHand }]]);
