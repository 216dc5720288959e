import { distance } from 'fastest-levenshtein';
import { foldedTerm } from './folded';
import { termKey } from './parse';
import { type Term, type Vocabulary, wordsOfTerm } from './vocabulary/term';

/** In what two words differ: accent, hyphen or blank, British or American; number; one letter. */
export type Nearness = 'spelling' | 'number' | 'letter';

/** A term that a word may be meant for. */
export interface NearTerm {
  readonly term: Term;
  /** The word of the term that is near. */
  readonly word: string;
  readonly nearness: Nearness;
}

interface IndexedWord {
  readonly word: string;
  readonly folded: string;
  readonly term: Term;
}

/** Words of terms by what near ones have in common. */
export interface SimilarIndex {
  readonly byKey: ReadonlyMap<string, readonly IndexedWord[]>;
}

/** Half a word that so many share tells nothing: "photo" of a thousand terms. */
const MOST_WITH_HALF = 400;

/** One letter off counts from so many letters of the word that differs; below, only turned or doubled letters. */
const LETTERS_FOR_ANY = 7;
const LETTERS_FOR_TURNED = 5;

/** Plural forms that no ending tells (common practice; English). */
const plurals: Readonly<Record<string, string>> = {
  men: 'man',
  women: 'woman',
  children: 'child',
  people: 'person',
  feet: 'foot',
  teeth: 'tooth',
  geese: 'goose',
  mice: 'mouse',
  oxen: 'ox',
};

const joinedOf = (folded: string) => folded.replaceAll(' ', '');

/** One of two spellings that are both usual (common practice; British and American). */
function oneUsage(folded: string): string {
  return folded
    .replace(/([a-z]{3}|col)our(s?)\b/g, '$1or$2')
    .replace(/logue(s?)\b/g, 'log$1')
    .replace(/\bgrey\b/g, 'gray')
    .replace(/([a-z]{3})is(e|ed|ing|ation)\b/g, '$1iz$2');
}

/** A folded term with each word in the singular, as far as its ending tells (common practice; English). */
function singularOf(folded: string): string {
  return oneUsage(folded).split(' ').map(singular).join(' ');
}

function singular(word: string): string {
  const irregular = plurals[word] ?? plurals[word.replace(/^.+(men|children)$/, '$1')];
  if (irregular) return plurals[word] ?? word.replace(/(men|children)$/, irregular);
  if (word.length < 4 || /(ss|us|is|ous)$/.test(word)) return word;
  if (/[^aeiou]ies$/.test(word) && word.length > 4) return `${word.slice(0, -3)}y`;
  if (/(ar|ol|el|al|ea|oa|hoo|hie)ves$/.test(word)) return `${word.slice(0, -3)}f`;
  if (/(kni|wi|li)ves$/.test(word)) return `${word.slice(0, -3)}fe`;
  if (/(ch|sh|x|ss|zz|[^aeiou]o)es$/.test(word)) return word.slice(0, -2);
  return word.endsWith('s') ? word.slice(0, -1) : word;
}

/** Keys that near words share: the letters, the singular, and one of two halves where a letter is off. */
function keysOf(word: string, middles: readonly number[]): Set<string> {
  const folded = foldedTerm(word);
  const joined = joinedOf(folded);
  const keys = new Set([`=${joined}`, `s${joinedOf(singularOf(folded))}`]);
  if (joined.length < LETTERS_FOR_TURNED) return keys;
  for (const shift of middles) {
    const middle = (joined.length >> 1) + shift;
    keys.add(`<${joined.slice(0, middle)}`).add(`>${joined.slice(middle)}`);
  }
  return keys;
}

/** Two letters turned round on both sides of the middle leave neither half as it was. */
function turnedInTheMiddle(word: string): string {
  const joined = joinedOf(foldedTerm(word));
  const at = joined.length >> 1;
  return at < 1 ? joined : joined.slice(0, at - 1) + joined[at]! + joined[at - 1]! + joined.slice(at + 1);
}

/** Makes a vocabulary ready to find near-duplicates in. */
export function similarIndex(vocabulary: Vocabulary): SimilarIndex {
  const byKey = new Map<string, IndexedWord[]>();
  for (const term of vocabulary.values())
    for (const word of wordsOfTerm(term)) {
      const indexed = { word, folded: foldedTerm(word), term };
      for (const key of keysOf(word, [0])) {
        const some = byKey.get(key);
        if (some) some.push(indexed);
        else byKey.set(key, [indexed]);
      }
    }
  return { byKey };
}

/** Terms that differ from a word by little, the nearest first; the word itself is none. */
export function nearTerms({ byKey }: SimilarIndex, typed: string): NearTerm[] {
  const found = new Map<string, NearTerm>();
  const folded = foldedTerm(typed);
  // With a letter more or less the middle is elsewhere.
  for (const key of new Set(
    [typed, turnedInTheMiddle(typed)].flatMap((one) => [...keysOf(one, [-1, 0, 1])]),
  )) {
    const some = byKey.get(key) ?? [];
    const isHalf = key.startsWith('<') || key.startsWith('>');
    if (isHalf && some.length > MOST_WITH_HALF) continue;
    for (const { word, folded: other, term } of some) {
      // What shares a half can only be a letter off: the dearer comparisons are left to the other keys.
      const nearness = isHalf
        ? isOneLetterOff(folded, other)
          ? 'letter'
          : undefined
        : nearnessOf(typed, word);
      const held = found.get(term.id);
      if (nearness && (!held || order[nearness] < order[held.nearness]))
        found.set(term.id, { term, word, nearness });
    }
  }
  return [...found.values()].sort(
    (a, b) => order[a.nearness] - order[b.nearness] || (a.word < b.word ? -1 : 1),
  );
}
const order: Readonly<Record<Nearness, number>> = { spelling: 0, number: 1, letter: 2 };

/** In what two terms differ, where it is little; undefined where they are the same term, or two. */
export function nearnessOf(one: string, other: string): Nearness | undefined {
  if (termKey(one) === termKey(other)) return undefined;
  const [a, b] = [foldedTerm(one), foldedTerm(other)];
  if (joinedOf(oneUsage(a)) === joinedOf(oneUsage(b))) return 'spelling';
  if (joinedOf(singularOf(a)) === joinedOf(singularOf(b))) return 'number';
  return isOneLetterOff(a, b) ? 'letter' : undefined;
}

/** One letter off in one of their words, which is long enough for it not to be another word. */
function isOneLetterOff(a: string, b: string): boolean {
  if (Math.abs(a.length - b.length) > 1) return false;
  const [words, others] = [a.split(' '), b.split(' ')];
  if (words.length !== others.length) return false;
  const differing = words.flatMap((word, at) => (word === others[at] ? [] : [[word, others[at]!] as const]));
  const [pair] = differing;
  return pair !== undefined && differing.length === 1 && areWordsNear(...pair);
}

function areWordsNear(a: string, b: string): boolean {
  const [shorter, longer] = a.length <= b.length ? [a, b] : [b, a];
  if (shorter.length < LETTERS_FOR_TURNED || longer.length - shorter.length > 1) return false;
  if (/\d/.test(a + b) || a[0] !== b[0]) return false;
  if (isTurned(a, b) || isDoubled(shorter, longer)) return true;
  return shorter.length >= LETTERS_FOR_ANY - 1 && longer.length >= LETTERS_FOR_ANY && distance(a, b) === 1;
}

/** Two neighbours turned round. */
function isTurned(a: string, b: string): boolean {
  if (a.length !== b.length) return false;
  const first = [...a].findIndex((letter, at) => letter !== b[at]);
  return a[first] === b[first + 1] && a[first + 1] === b[first] && a.slice(first + 2) === b.slice(first + 2);
}

/** A letter that is doubled in one of them. */
function isDoubled(shorter: string, longer: string): boolean {
  if (longer.length !== shorter.length + 1) return false;
  const first = [...longer].findIndex((letter, at) => letter !== shorter[at]);
  return longer[first] === longer[first - 1] && longer.slice(first + 1) === shorter.slice(first);
}
