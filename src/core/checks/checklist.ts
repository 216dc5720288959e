import type { FieldId } from '../catalogue/fields';
import type { ContainerId } from '../containers/container';
import type { FindingSeverity } from './finding';

/** Bounds of a number; one of them may be open. */
interface Bounds {
  readonly least?: number;
  readonly most?: number;
}

/** What a rule looks at, with its parameters. */
export type Check =
  | { readonly check: 'field'; readonly field: FieldId }
  | { readonly check: 'one-of'; readonly fields: readonly FieldId[] }
  /** `*` any signs, `?` one sign, `#` one digit; capital and small letters are the same. */
  | { readonly check: 'pattern'; readonly field: FieldId; readonly pattern: string }
  | ({ readonly check: 'length'; readonly field: FieldId; readonly unit: LengthUnit } & Bounds)
  | ({ readonly check: 'keyword-count' } & Bounds)
  | { readonly check: 'keywords-known' }
  | ({ readonly check: 'pixels'; readonly side: PixelSide } & Bounds)
  | { readonly check: 'format'; readonly formats: readonly ContainerId[] }
  /** Names of profiles of which one must be embedded. */
  | { readonly check: 'profile'; readonly profiles: readonly string[] }
  | { readonly check: 'bits'; readonly bits: readonly number[] }
  | { readonly check: 'notice-elements' }
  | { readonly check: 'rights-agree' }
  | { readonly check: 'owner-stated' }
  | { readonly check: 'notice-year' }
  | { readonly check: 'records-agree' }
  | { readonly check: 'date-plausible' }
  | { readonly check: 'addresses' }
  | { readonly check: 'licence-link' }
  /** `mayBeShared`: pictures of several moments may have the same caption. */
  | { readonly check: 'own-caption'; readonly mayBeShared?: boolean }
  | { readonly check: 'people-shown' }
  | { readonly check: 'no-placeholders' }
  | { readonly check: 'release-stated' }
  | { readonly check: 'no-coordinates' }
  | { readonly check: 'readable' };

export type CheckKind = Check['check'];
export type CheckOf<K extends CheckKind> = Extract<Check, { check: K }>;
export type LengthUnit = 'characters' | 'words' | 'bytes';
export type PixelSide = 'long' | 'short' | 'megapixels';

/** A check with how grave it is when a picture fails it. */
export type Rule = Check & { readonly severity: FindingSeverity };

/** Named rules for a purpose. */
export interface Checklist {
  readonly id: string;
  readonly name: string;
  readonly rules: readonly Rule[];
}

/** Rules by what they look at and with which bounds: two that are alike are one. */
export function ruleKey({ severity: _, ...check }: Rule): string {
  return JSON.stringify(Object.entries(check).sort(([a], [b]) => (a < b ? -1 : 1)));
}
