import type { FieldId } from '../catalogue/fields';

/** must: nothing goes on before it is fixed · should: worth a look · note: good to know. */
export type FindingSeverity = 'must' | 'should' | 'note';

/**
 * What a check found: the one result of all that looks at templates, pictures and runs for a person. Data, no
 * words; those are at the edge, by its code.
 */
export interface Finding<Code extends string = string, Repair = never> {
  readonly code: Code;
  readonly severity: FindingSeverity;
  readonly field?: FieldId;
  /** What gave rise to it: a word, a name, a number. */
  readonly found?: string;
  /** What would fix it, in one step. */
  readonly repair?: Repair;
}

const order = { must: 0, should: 1, note: 2 } as const;

/** The gravest first; the order of equals stays. */
export function bySeverity<F extends Pick<Finding, 'severity'>>(findings: readonly F[]): F[] {
  return [...findings].sort((a, b) => order[a.severity] - order[b.severity]);
}
