import { foldedName } from '../places/gazetteer';
import { WORD } from './captionHelp';
import { nameAt } from './findPeople';

/** Words that look like a name of the list, and are not it. */
export interface NearMiss {
  readonly typed: string;
  readonly name: string;
}

/** Shorter words are like many others. */
const LEAST_LETTERS = 4;

/**
 * Names of the list that are in a text with one letter too few, too many, wrong or exchanged: the whole
 * name, or its last word alone.
 */
export function nearMisses(text: string, names: readonly string[]): NearMiss[] {
  const words = [...text.matchAll(WORD)].map((found) => ({ word: found[0], at: found.index }));
  const right = new Set(names.flatMap((name) => name.split(/\s+/)).map(foldedName));
  const found = new Map<string, string>();
  for (const name of new Set(names)) {
    if (nameAt(text, name) !== -1) continue;
    const parts = name.split(/\s+/);
    for (let first = 0; first + parts.length <= words.length; first++) {
      const some = words.slice(first, first + parts.length);
      if (
        isNear(
          some.map((one) => one.word),
          parts,
        )
      ) {
        const last = some.at(-1)!;
        found.set(text.slice(some[0]!.at, last.at + last.word.length), name);
      }
    }
  }
  for (const { word } of words) {
    if (right.has(foldedName(word)) || [...found.keys()].some((typed) => typed.includes(word))) continue;
    const name = names.find((one) => isNear([word], [one.split(/\s+/).at(-1)!]));
    const surname = name?.split(/\s+/).at(-1);
    if (surname) found.set(word, surname);
  }
  return [...found].map(([typed, name]) => ({ typed, name }));
}

/** All words are the same but for one letter in all of them together, and not all of them equal. */
function isNear(typed: readonly string[], name: readonly string[]): boolean {
  let changes = 0;
  for (const [at, part] of name.entries()) {
    const word = typed[at]!;
    if (word === part) continue;
    if (part.length < LEAST_LETTERS || !isOneLetterOff(word, part)) return false;
    changes++;
  }
  return changes === 1;
}

/** One letter left out, put in, exchanged, or two neighbours turned round. */
function isOneLetterOff(a: string, b: string): boolean {
  if (Math.abs(a.length - b.length) > 1) return false;
  let start = 0;
  while (start < a.length && start < b.length && a[start] === b[start]) start++;
  let end = 0;
  while (end < Math.min(a.length, b.length) - start && a[a.length - 1 - end] === b[b.length - 1 - end]) end++;
  const [left, right] = [a.slice(start, a.length - end), b.slice(start, b.length - end)];
  if (left.length <= 1 && right.length <= 1) return true;
  return left.length === 2 && right.length === 2 && left[0] === right[1] && left[1] === right[0];
}
