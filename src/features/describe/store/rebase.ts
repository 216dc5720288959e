import { diff3Merge } from 'node-diff3';

/**
 * A text that two people changed, with the changes of both; undefined where they changed the same words. Words, blanks
 * and signs are compared one by one (three-way merge, diff3).
 */
export function mergeTexts(base: string, mine: string, theirs: string): string | undefined {
  const parts = diff3Merge(tokensOf(mine), tokensOf(base), tokensOf(theirs), { excludeFalseConflicts: true });
  if (parts.some((part) => part.conflict)) return undefined;
  return parts.flatMap((part) => part.ok ?? []).join('');
}

const tokensOf = (text: string): string[] =>
  text.match(/[\p{L}\p{N}\p{M}]+|\s+|[^\p{L}\p{N}\p{M}\s]/gu) ?? [];
