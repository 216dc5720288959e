import type { FieldId } from '../catalogue/fields';

/** Why a picture fails a rule. */
export type Reason =
  | 'empty'
  | 'other-form'
  | 'too-short'
  | 'too-long'
  | 'too-few'
  | 'too-many'
  | 'unknown-keyword'
  | 'too-small'
  | 'too-large'
  | 'size-not-known'
  | 'other-format'
  | 'no-profile'
  | 'other-profile'
  | 'profile-not-known'
  | 'other-bits'
  | 'bits-not-known'
  | 'no-sign'
  | 'no-year'
  | 'no-owner'
  | 'status-against-notice'
  | 'status-against-licence'
  | 'status-against-terms'
  | 'terms-against-licence'
  | 'licences-differ'
  | 'licence-against-mining'
  | 'mining-without-statement'
  | 'notice-without-status'
  | 'year-before-taken'
  | 'year-after-today'
  | 'owner-not-stated'
  | 'owner-differs'
  | 'records-disagree'
  | 'in-the-future'
  | 'camera-default'
  | 'no-email'
  | 'no-address'
  | 'no-telephone'
  | 'without-https'
  | 'no-link'
  | 'no-caption'
  | 'only-sign-off'
  | 'file-name'
  | 'shared'
  | 'person-not-named'
  | 'placeholder'
  | 'filler'
  | 'no-release'
  | 'has-coordinates'
  | 'unreadable';

/** One reason for which a picture fails a rule. Data; its words are in checkWords. */
export interface Failing {
  readonly reason: Reason;
  readonly field?: FieldId;
  /** What gave rise to it: a word, a name, a number. */
  readonly found?: string;
}

/** A failing, with a field or what was found only where there is one. */
export function failing(reason: Reason, field?: FieldId, found?: string): Failing {
  return { reason, ...(field ? { field } : {}), ...(found === undefined || found === '' ? {} : { found }) };
}
