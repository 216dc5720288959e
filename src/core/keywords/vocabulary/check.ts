import { termKey, uniqueTerms } from '../parse';
import { type Term, type TermChange, termLimits, type Vocabulary } from './term';

export type VocabularyProblemCode =
  | 'term-gone'
  | 'term-there'
  | 'broader-gone'
  | 'term-empty'
  | 'term-too-long'
  | 'term-signs'
  | 'too-many-words'
  | 'too-many-terms'
  | 'taken'
  | 'circle'
  | 'too-deep'
  | 'split-into-one';

/** Why a vocabulary cannot be changed so: the term it is about, and the one that conflicts with it. */
export class VocabularyProblem extends Error {
  constructor(
    readonly code: VocabularyProblemCode,
    readonly term = '',
    readonly other = '',
  ) {
    super(code);
  }
}

/** Line ends, tabs and other control characters part terms; they are never inside one. */
const CONTROL = /[\p{Cc}\p{Cs}\uFFFE\uFFFF]/u;
const NOT_IN_NOTES = /[^\P{Cc}\n\t]|[\p{Cs}\uFFFE\uFFFF]/u;
const asWritten = (word: string) =>
  word
    .normalize('NFC')
    .replace(/[\t\n\r ]+/g, ' ')
    .trim();

/**
 * A term with its words as they are written: blanks folded, none twice, the preferred one not among its synonyms.
 * @throws VocabularyProblem where a word is empty, too long or holds control characters
 */
export function checkedTerm(term: Term): Term {
  const spelling = checkedWord(term.spelling);
  const others = (words: readonly string[], first: string) =>
    uniqueTerms([first, ...words.filter((word) => asWritten(word) !== '').map(checkedWord)]).slice(1);
  const synonyms = others(term.synonyms, spelling);
  const languages = Object.fromEntries(
    Object.entries(term.languages)
      .map(
        ([tag, words]) =>
          [
            tag.toLowerCase(),
            uniqueTerms(words.filter((one) => asWritten(one) !== '').map(checkedWord)),
          ] as const,
      )
      .filter(([, words]) => words.length > 0)
      .sort(([a], [b]) => (a < b ? -1 : 1)),
  );
  const note = (term.note ?? '').replace(/\r\n?/g, '\n').trim();
  if (NOT_IN_NOTES.test(note)) throw new VocabularyProblem('term-signs', spelling);
  const { state, broader, id, added } = term;
  if (note.length > termLimits.note) throw new VocabularyProblem('term-too-long', spelling);
  const lists = [synonyms, ...Object.values(languages)];
  if (lists.some((one) => one.length > termLimits.words) || lists.length - 1 > termLimits.languages)
    throw new VocabularyProblem('too-many-words', spelling);
  return {
    id,
    spelling,
    synonyms,
    languages,
    ...(broader === undefined ? {} : { broader }),
    ...(note === '' ? {} : { note }),
    added,
    ...(state === undefined ? {} : { state }),
  };
}

function checkedWord(word: string): string {
  const written = asWritten(word);
  if (written === '') throw new VocabularyProblem('term-empty');
  if (written.length > termLimits.spelling)
    throw new VocabularyProblem('term-too-long', written.slice(0, 60));
  if (CONTROL.test(written)) throw new VocabularyProblem('term-signs', written);
  return written;
}

/**
 * Checks that a vocabulary is sound where it was changed: a spelling is that of one term and no other term's
 * synonym, broader terms are there, and none is broader than itself.
 * @throws VocabularyProblem
 */
export function checkVocabulary(vocabulary: Vocabulary, changes: readonly TermChange[]): void {
  if (vocabulary.size > termLimits.terms) throw new VocabularyProblem('too-many-terms');
  const changed = new Set(changes.flatMap(({ id, after }) => (after ? [id] : [])));
  if (changed.size > 0) checkSpellings(vocabulary, changed);
  checkBroader(vocabulary, changed);
  const gone = new Set(changes.flatMap(({ id, after }) => (after ? [] : [id])));
  if (gone.size === 0) return;
  for (const term of vocabulary.values())
    if (term.broader !== undefined && gone.has(term.broader))
      throw new VocabularyProblem('broader-gone', term.spelling);
}

function checkSpellings(vocabulary: Vocabulary, changed: ReadonlySet<string>): void {
  const preferred = new Map<string, Term>();
  for (const term of vocabulary.values()) {
    const key = termKey(term.spelling);
    const other = preferred.get(key);
    if (other && (changed.has(term.id) || changed.has(other.id)))
      throw new VocabularyProblem('taken', term.spelling, other.spelling);
    preferred.set(key, term);
  }
  for (const term of vocabulary.values())
    for (const word of term.synonyms) {
      const other = preferred.get(termKey(word));
      if (other && other.id !== term.id && (changed.has(term.id) || changed.has(other.id)))
        throw new VocabularyProblem('taken', word, other.spelling);
    }
}

function checkBroader(vocabulary: Vocabulary, changed: ReadonlySet<string>): void {
  for (const id of changed) {
    const seen = new Set([id]);
    for (let up = vocabulary.get(id)?.broader; up !== undefined; up = vocabulary.get(up)?.broader) {
      const term = vocabulary.get(up);
      if (!term) throw new VocabularyProblem('term-gone');
      if (seen.has(up)) throw new VocabularyProblem('circle', vocabulary.get(id)!.spelling, term.spelling);
      seen.add(up);
      if (seen.size > termLimits.depth) throw new VocabularyProblem('too-deep', vocabulary.get(id)!.spelling);
    }
  }
}
