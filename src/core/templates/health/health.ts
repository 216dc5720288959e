import type { FieldId } from '../../catalogue/fields';
import type { Entry, Template } from '../template';
import { contactChecks } from './contactChecks';
import { rightsChecks } from './rightsChecks';
import { textChecks } from './textChecks';

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

/** Something worth a look in a template: advice, never a ban. */
export interface Advice {
  readonly code: AdviceCode;
  readonly weight: 'stop' | 'look' | 'hint';
  readonly field?: FieldId;
  readonly found?: string;
  /** The entries with it mended, in one step. */
  readonly repair?: readonly Entry[];
}

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

const weights = { stop: 0, look: 1, hint: 2 } as const;

/** All advice, the weightiest first (common practice; the sources stand with the checks). */
export function healthOf(template: Checked, context: HealthContext): Advice[] {
  if (template.entries.length === 0) return [{ code: 'empty-template', weight: 'look' }];
  const found = [...textChecks, ...rightsChecks, ...contactChecks].flatMap((check) =>
    check(template, context),
  );
  return found.sort((a, b) => weights[a.weight] - weights[b.weight]);
}
