import type { VocabularyProblemCode } from './check';
import type { LeftOut } from './exchange';
import type { NotTaken } from './takeIn';

interface About {
  readonly term: string;
  readonly other: string;
}

/** Why a vocabulary cannot be changed so, and why something of a file is not taken: in words for a person. */
export const vocabularyWords: Readonly<
  Record<VocabularyProblemCode | NotTaken['why'] | LeftOut, (about: About) => string>
> = {
  'term-gone': () => 'The term is not there any more.',
  'term-there': ({ term }) => `“${term}” has the id of another term.`,
  'broader-gone': ({ term }) => `“${term}” belongs under a term that would be gone.`,
  'term-empty': () => 'A term needs a word.',
  'term-too-long': ({ term }) => `“${term}” is too long.`,
  'term-signs': ({ term }) => `“${term}” holds characters that no term can hold.`,
  'too-many-words': ({ term }) => `“${term}” has too many synonyms.`,
  'too-many-terms': () => 'The vocabulary would have too many terms.',
  taken: ({ term, other }) =>
    `“${term}” is there already${other && other !== term ? `, as “${other}” or one of its synonyms` : ''}. Join the two, or choose another word.`,
  circle: ({ term, other }) => `“${term}” cannot belong under “${other}”, which belongs under it.`,
  'too-deep': ({ term }) => `“${term}” would lie too deep.`,
  'split-into-one': () => 'A split needs at least two terms.',
  twice: ({ term }) => `“${term}” stands in the file twice; once is taken.`,
  'synonym-of': ({ term, other }) => `“${term}” is a synonym of “${other}” here.`,
  'synonym-is-term': ({ term }) => `“${term}” is a term of its own here, and no synonym.`,
  'broader-makes-circle': ({ term }) =>
    `“${term}” would belong under itself; it is taken without a broader term.`,
  'no-broader': ({ term }) => `The broader term of “${term}” is not in the file.`,
  'no-label': ({ term }) => `“${term}” has no preferred word.`,
  'unknown-column': ({ term }) => `The column “${term}” is not understood, and not taken.`,
  'second-broader': ({ term }) => `“${term}” has several broader terms; the first is taken.`,
};
