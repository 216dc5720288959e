/**
 * A text that two people changed, with the changes of both. What each changed is the part between the words that are the same at
 * the beginning and at the end; undefined where the parts overlap or touch: then a person decides. Linear in the lengths.
 */
export function mergeTexts(base: string, mine: string, theirs: string): string | undefined {
  if (mine === theirs || theirs === base) return mine;
  if (mine === base) return theirs;
  const before = wordsOf(base);
  const [one, other] = [changeOf(before, wordsOf(mine)), changeOf(before, wordsOf(theirs))];
  const [first, second] = one.from < other.from ? [one, other] : [other, one];
  if (first.to >= second.from) return undefined;
  const parts = [
    before.slice(0, first.from),
    first.words,
    before.slice(first.to, second.from),
    second.words,
    before.slice(second.to),
  ];
  return parts.flat().join('');
}

/** Words, blanks and signs. */
const wordsOf = (text: string): string[] => text.match(/[\p{L}\p{N}\p{M}]+|\s+|[^\p{L}\p{N}\p{M}\s]/gu) ?? [];

/** The words [from, to) of a text that are replaced. */
function changeOf(before: readonly string[], after: readonly string[]) {
  const most = Math.min(before.length, after.length);
  let from = 0;
  while (from < most && before[from] === after[from]) from++;
  let same = 0;
  while (same < most - from && before.at(-1 - same) === after.at(-1 - same)) same++;
  return { from, to: before.length - same, words: after.slice(from, after.length - same) };
}
