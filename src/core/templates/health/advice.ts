import type { Finding } from '../../checks/finding';
import type { Entry, Template } from '../template';
export type AdviceCode =
  | 'empty-template'
  | 'fill-in'
  | 'unknown-placeholder'
  | 'bad-placeholder'
  | 'made-of-itself'
  | 'left-over-text'
  | 'filler'
  | 'form-of-address'
  | 'cut-in-iim'
  | 'near-iim-limit'
  | 'individual-in-standing'
  | 'rule-not-for-field'
  | 'value-not-allowed'
  | 'written-year'
  | 'notice-lacks'
  | 'letter-for-sign'
  | 'no-notice'
  | 'no-reach'
  | 'status-public-domain'
  | 'contradicts'
  | 'address-incomplete'
  | 'address-without-https'
  | 'email-not-one'
  | 'position-public'
  | 'street-public'
  | 'country-without-code'
  | 'code-not-of-country';
/** Something worth a look in a template: advice, never a ban. Its repair: the entries with it mended. */
export type Advice = Finding<AdviceCode, readonly Entry[]>;

/** What is known outside the template. */
export interface HealthContext {
  /** Names of facts, of the assignments that could use it. */
  readonly facts: readonly string[];
  readonly identities: readonly string[];
  /** The day, ISO. */
  readonly today: string;
  /** ISO 3166-1: the name of a country by code of two or three letters, and the code of three by name. */
  readonly countries?: {
    readonly nameOf: (code: string) => string | undefined;
    readonly codeOf: (name: string) => string | undefined;
  };
}
export type Checked = Pick<Template, 'kind' | 'entries'>;
export type Check = (template: Checked, context: HealthContext) => readonly Advice[];
