/** A search as its address names it: words, and a sentence a condition. */
export interface FindAddress {
  readonly words: string;
  readonly where: readonly string[];
}

/** What an act on found pictures is for. */
export interface FoundSet extends FindAddress {
  /** Those that were picked; all without. */
  readonly only?: readonly string[];
}

/** A name that is offered for what a search finds. */
export const nameFor = ({ words, where }: FindAddress): string =>
  [words.trim(), ...where].filter(Boolean).join(', ').slice(0, 120);

/** The address of the page that shows a search. */
export function findAddress({ words, where }: FindAddress): string {
  const query = new URLSearchParams(words === '' ? {} : { words });
  for (const sentence of where) query.append('where', sentence);
  const text = query.toString();
  return text === '' ? '/find' : `/find?${text}`;
}
