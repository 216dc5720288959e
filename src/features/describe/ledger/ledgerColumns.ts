import { type FieldId, fieldLabel } from '@/core/catalogue/fields';
import { widthOf } from './columns';

/** The frozen column, at the usual text size. */
export const PICTURE_WIDTH = 256;

export interface LedgerColumn {
  readonly id: FieldId;
  readonly label: string;
  /** Pixels at the usual text size. */
  readonly width: number;
}

/** The columns of fields, in their order. */
export const ledgerColumns = (fields: readonly FieldId[]): LedgerColumn[] =>
  fields.map((id) => ({ id, label: fieldLabel(id), width: widthOf(id) }));
