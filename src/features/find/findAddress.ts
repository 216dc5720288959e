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

/** A search as the query of an address. */
function findQuery({ words, where, only = [] }: FoundSet): string {
  const query = new URLSearchParams(words === '' ? {} : { words });
  for (const sentence of where) query.append('where', sentence);
  for (const id of only) query.append('only', id);
  return query.toString();
}

/** The search of such a query. */
export function searchFrom(text: string): FoundSet {
  const query = new URLSearchParams(text);
  const only = query.getAll('only');
  return {
    words: query.get('words') ?? '',
    where: query.getAll('where'),
    ...(only.length > 0 ? { only } : {}),
  };
}

/** The address of the page that shows a search. */
export function findAddress({ words, where }: FindAddress): string {
  const query = findQuery({ words, where });
  return query === '' ? '/find' : `/find?${query}`;
}

/** An address has no room for more picked pictures. */
const MOST_NAMED = 50;

/** The address that shows the found pictures of an assignment under *Describe*; all of it where there is no room for them. */
export function describeFound(assignmentId: string, set: FoundSet): string {
  const path = `/assignments/${assignmentId}/describe`;
  if ((set.only?.length ?? 0) > MOST_NAMED) return path;
  return `${path}?${new URLSearchParams({ show: `found.${findQuery(set)}` })}`;
}
