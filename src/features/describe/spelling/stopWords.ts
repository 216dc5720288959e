import { dan, deu, eng, fin, fra, ita, nld, nob, por, spa, swe } from 'stopword';

const lists: Readonly<Record<string, readonly string[]>> = {
  da: dan,
  de: deu,
  en: eng,
  fi: fin,
  fr: fra,
  it: ita,
  nb: nob,
  nl: nld,
  no: nob,
  pt: por,
  es: spa,
  sv: swe,
};

/** Words of a language that say nothing to a search; none where the language is not known. */
export const stopWordsOf = (language: string): readonly string[] => lists[language.split('-')[0]!] ?? [];
