/** The languages that there is a dictionary for, by the beginning of their tags (RFC 5646), longest first. */
export const dictionaries = ['en-GB', 'en'] as const;
export type DictionaryName = (typeof dictionaries)[number];

/** The dictionary of a language; undefined where there is none: then spelling is not checked. */
export function dictionaryOf(language: string): DictionaryName | undefined {
  const wanted = language.toLowerCase();
  return dictionaries.find(
    (one) => wanted === one.toLowerCase() || wanted.startsWith(`${one.toLowerCase()}-`),
  );
}
