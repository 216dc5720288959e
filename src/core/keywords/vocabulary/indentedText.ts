import { bare, type ForeignTerm, type ForeignVocabulary } from './exchange';
import { termLimits, type Vocabulary } from './term';
import { narrowerTerms, termsInTree } from './tree';

/** A vocabulary as indented text: one term a line, a tab a level. Synonyms, languages and notes have no place in it. */
export function printIndented(vocabulary: Vocabulary): string {
  return termsInTree(narrowerTerms(vocabulary))
    .map(({ term, level }) => `${'\t'.repeat(level)}${term.spelling}\n`)
    .join('');
}

/** Terms of indented text. Empty lines say nothing; a line that is too deep for the one before it is left out. */
export function parseIndented(text: string): ForeignVocabulary {
  const terms: ForeignTerm[] = [];
  const leftOut: ForeignVocabulary['leftOut'][number][] = [];
  /** The last term of each level. */
  const path: number[] = [];
  for (const [at, line] of text
    .replace(/^\uFEFF/, '')
    .split(/\r\n|\r|\n/)
    .entries()) {
    const level = line.length - line.replace(/^\t+/, '').length;
    const spelling = line.slice(level).trim();
    if (spelling === '') continue;
    if (level > path.length || level >= termLimits.depth) {
      leftOut.push({ line: at + 1, word: spelling, why: 'too-deep' });
      continue;
    }
    const broader = path[level - 1];
    path.length = level;
    path.push(terms.length);
    terms.push({ ...bare(spelling), ...(broader === undefined ? {} : { broader }) });
  }
  return { terms, leftOut };
}
