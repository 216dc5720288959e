import { asList, asText, type FieldValue, isEmpty } from '../catalogue/value';

/** One field across a selection: how many pictures hold which value. */
export interface Across {
  /** The value that every picture has; undefined where they differ or all are empty. */
  readonly same?: FieldValue;
  readonly empty: number;
  /** Distinct values with their counts, most frequent first. */
  readonly variants: readonly { readonly value: FieldValue; readonly count: number }[];
}

/** The same value on all, or the different ones with how many pictures have each. */
export function across(values: readonly (FieldValue | undefined)[]): Across {
  const counted = new Map<string, { value: FieldValue; count: number }>();
  let empty = 0;
  for (const value of values) {
    if (isEmpty(value)) {
      empty++;
      continue;
    }
    const key = JSON.stringify(value);
    const held = counted.get(key);
    counted.set(key, { value: value!, count: (held?.count ?? 0) + 1 });
  }
  const variants = [...counted.values()].sort(
    (a, b) => b.count - a.count || (asText(a.value) < asText(b.value) ? -1 : 1),
  );
  return { empty, variants, ...(variants.length === 1 && empty === 0 ? { same: variants[0]!.value } : {}) };
}

/** Terms of a list across a selection: on how many pictures each stands, in order of first appearance. */
export function termsAcross(
  values: readonly (FieldValue | undefined)[],
): { readonly term: string; readonly count: number }[] {
  const counted = new Map<string, number>();
  for (const value of values)
    for (const term of new Set(asList(value))) counted.set(term, (counted.get(term) ?? 0) + 1);
  return [...counted].map(([term, count]) => ({ term, count })).sort((a, b) => b.count - a.count);
}
