import type { FieldId } from '../catalogue/fields';
import type { FieldValue } from '../catalogue/value';
import type { Problem } from '../problems/problem';
import type { Entry } from './template';

export type Values = { readonly [K in FieldId]?: FieldValue };
/** What one entry did to the value that it met. */
export interface Step {
  readonly templateId: string;
  readonly field: FieldId;
  readonly rule: Entry['rule'];
  readonly before: FieldValue | null;
  readonly after: FieldValue | null;
  /** What the entry itself says for this picture; null where it says nothing. */
  readonly contribution: FieldValue | null;
  /** Placeholders without a value; the entry is then left out, never written half. */
  readonly missing: readonly string[];
  /** False where the entry was left out: a value missing or not allowed, nothing to write, or a rule that does not fit. */
  readonly applied: boolean;
  /** Why what the entry says for this picture is no value of the field. */
  readonly refused?: Problem;
}
export interface Change {
  readonly value: FieldValue | null;
  readonly templateId: string;
}
export interface Resolution {
  /** Fields whose value comes out different from what the picture has; null: erased. */
  readonly changes: ReadonlyMap<FieldId, Change>;
  /** In the order of the templates and their entries. */
  readonly steps: readonly Step[];
  readonly problems: readonly Problem[];
}
