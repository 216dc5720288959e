import { asList, asText, type FieldValue, isEmpty } from '../catalogue/value';

/** One field across a selection: how many pictures hold which value. */
export interface Across {
  /** The value that every picture has; undefined where they differ or all are empty. */
  readonly same?: FieldValue;
  readonly empty: number;
  /** Distinct values with their counts, most frequent first. */
  readonly variants: readonly { readonly value: FieldValue; readonly count: number }[];
}

/** A value that so many pictures have. */
export interface Held {
  readonly value: FieldValue | undefined;
  readonly count: number;
}

/** The same value on all, or the different ones with how many pictures have each. */
export function across(held: readonly Held[]): Across {
  const counted = new Map<string, { value: FieldValue; count: number }>();
  let empty = 0;
  for (const { value, count } of held) {
    if (isEmpty(value)) {
      empty += count;
      continue;
    }
    const key = JSON.stringify(value);
    counted.set(key, { value: value!, count: (counted.get(key)?.count ?? 0) + count });
  }
  const variants = [...counted.values()].sort(
    (a, b) => b.count - a.count || (asText(a.value) < asText(b.value) ? -1 : 1),
  );
  return { empty, variants, ...(variants.length === 1 && empty === 0 ? { same: variants[0]!.value } : {}) };
}

/** Terms of a list across a selection: with the number of pictures that have each, in order of first appearance. */
export function termsAcross(held: readonly Held[]): { readonly term: string; readonly count: number }[] {
  const counted = new Map<string, number>();
  for (const { value, count } of held)
    for (const term of new Set(asList(value))) counted.set(term, (counted.get(term) ?? 0) + count);
  return [...counted].map(([term, count]) => ({ term, count })).sort((a, b) => b.count - a.count);
}
