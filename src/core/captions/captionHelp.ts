import type { FieldId } from '../catalogue/fields';
import { foldedName } from '../places/gazetteer';
import { nameAt } from './findPeople';

/** What a caption answers (common practice of news captions). */
export interface CaptionAnswers {
  readonly who: boolean;
  readonly what: boolean;
  readonly where: boolean;
  readonly context: boolean;
}

/** What is known beside the caption. */
export interface CaptionKnown {
  /** Names of people: of the assignment's list and of Person Shown. */
  readonly people: readonly string[];
  /** Sublocation, city, region, country: as words that may be in the caption. */
  readonly places: readonly string[];
  readonly event?: string | undefined;
}

/** Fields that hold names: what a caption may speak of. */
export const namingFields: readonly FieldId[] = [
  'personShown',
  'sublocation',
  'city',
  'state',
  'country',
  'eventName',
  'creator',
  'creditLine',
  'source',
];

/** Words that say what is happening, beside names and places. */
const TELLING_WORDS = 3;
/** A word with its hyphens and apostrophes. */
export const WORD = /[\p{L}\p{N}][\p{L}\p{N}’'-]*/gu;
export const wordsOf = (text: string): string[] => text.match(WORD) ?? [];

/** Which of the four a caption answers: a prompt, never a rule. */
export function captionAnswers(caption: string, { people, places, event }: CaptionKnown): CaptionAnswers {
  const named = people.filter((name) => nameAt(caption, name) !== -1);
  const folded = foldedName(caption);
  const placed = places.filter((place) => place !== '' && folded.includes(foldedName(place)));
  const others = without(caption, [...named, ...placed]);
  return {
    who: named.length > 0 || /\p{Lu}\p{Ll}+ \p{Lu}\p{Ll}+/u.test(without(caption, placed)),
    what: wordsOf(others).length >= TELLING_WORDS,
    where: placed.length > 0,
    context:
      caption.split(/[.!?](?:\s|$)/).filter((sentence) => sentence.trim() !== '').length > 1 ||
      /\b\d{4}\b/.test(caption) ||
      (event !== undefined && event !== '' && folded.includes(foldedName(event))),
  };
}

function without(text: string, parts: readonly string[]): string {
  return parts.reduce((rest, part) => rest.replaceAll(part, ' '), text);
}

/** Words by which a search would find the picture: of the caption and the keywords, without those that say nothing. */
export function foundBy(
  caption: string,
  keywords: readonly string[],
  stopWords: readonly string[],
): readonly string[] {
  const silent = new Set(stopWords);
  const all = [...keywords.map((term) => term.toLowerCase()), ...wordsOf(caption).map(bare)];
  return [...new Set(all)].filter((word) => word.length > 1 && !silent.has(word));
}

const bare = (word: string) => word.toLowerCase().replace(/[’']s?$/, '');
