import type nspell from 'nspell';
import { wordsOf } from '@/core/captions/captionHelp';

export interface Misspelled {
  readonly word: string;
  readonly offers: readonly string[];
}

const OFFERS = 3;
/** Suggestions take time: they are made for so many words. */
const WITH_OFFERS = 4;

/** Words that neither the dictionary nor what is known of the assignment holds. Numbers and signs are none. */
export function misspelled(
  dictionary: Pick<nspell, 'correct' | 'suggest'>,
  text: string,
  right: readonly string[],
): Misspelled[] {
  const known = new Set(right.flatMap(wordsOf).map((word) => word.toLowerCase()));
  const doubtful = [...new Set(wordsOf(text))].filter(
    (word) => !/\p{N}/u.test(word) && word.length > 1 && !isRight(word, dictionary, known),
  );
  return doubtful.map((word, at) => ({
    word,
    offers: at < WITH_OFFERS ? dictionary.suggest(word).slice(0, OFFERS) : [],
  }));
}

function isRight(word: string, dictionary: Pick<nspell, 'correct'>, known: ReadonlySet<string>): boolean {
  const plain = word.replaceAll('’', "'");
  const parts = [plain, plain.replace(/'s?$/, '')];
  return (
    parts.some((one) => known.has(one.toLowerCase()) || dictionary.correct(one)) ||
    (plain.includes('-') && plain.split('-').every((one) => one === '' || isRight(one, dictionary, known)))
  );
}
