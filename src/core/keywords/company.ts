/** Number of pictures that have two terms. */
export interface Company {
  /** Both of them. */
  readonly both: number;
  /** The term that is there already. */
  readonly one: number;
  /** The term that may be offered. */
  readonly other: number;
  readonly all: number;
}

/**
 * How much more often a term accompanies another than chance would have it: the log-likelihood ratio G² of
 * their table of four counts; 0 where they meet no more often than by chance. Above 6.63 chance is less
 * likely than 1 in 100 (χ² with one degree of freedom).
 * Source: T. Dunning, "Accurate Methods for the Statistics of Surprise and Coincidence", Computational
 * Linguistics 19 (1993) 1; the form G² = 2 Σ O ln(O / E).
 */
export function companyOf({ both, one, other, all }: Company): number {
  if (all === 0 || both * all <= one * other) return 0;
  const cells = [
    [both, one * other],
    [one - both, one * (all - other)],
    [other - both, (all - one) * other],
    [all - one - other + both, (all - one) * (all - other)],
  ] as const;
  return (
    2 *
    cells.reduce(
      (sum, [seen, expected]) => sum + (seen > 0 ? seen * Math.log((seen * all) / expected) : 0),
      0,
    )
  );
}

/** Better than chance, 1 in 100. */
export const LEAST_COMPANY = 6.63;
