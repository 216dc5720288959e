import type { ThreadId } from '../threads/threads';

/**
 * Which pictures of an assignment an act is for, said so that a hundred thousand of them need not be named.
 * `upTo` is the last place in the order that the person knew of: a picture that comes meanwhile is not meant.
 */
export type Scope = (
  | { readonly of: 'all' }
  | { readonly of: 'these'; readonly ids: readonly string[] }
  | { readonly of: 'query'; readonly query: PictureQuery }
  /** Those of the assignment that belong to a gathering. */
  | { readonly of: 'gathering'; readonly id: string }
) & { readonly except?: readonly string[]; readonly upTo?: number };

/** Pictures of which all that is named is true. */
export interface PictureQuery {
  /** The thread is empty, or the file's records disagree about it. */
  readonly lacks?: ThreadId;
  readonly drafted?: true;
  /** The file's records disagree somewhere, and no draft settles it. */
  readonly disagrees?: true;
  /** It lay in the working folder, and nothing was done with it yet. */
  readonly found?: true;
}

export const these = (ids: readonly string[]): Scope => ({ of: 'these', ids });

interface Placed {
  readonly id: string;
  readonly place: number;
}

/** A part of an ordered set in the fewest words: all of it, all but some, or these. */
export const scopeOf = (chosen: ReadonlySet<string>, all: readonly Placed[]): Scope =>
  scopeBy(({ id }) => chosen.has(id), all);

/** The same where the part is in the order of the set, as what was filtered out of it is: nothing is searched. */
export function scopeOfPart(part: readonly Pick<Placed, 'id'>[], all: readonly Placed[]): Scope {
  let at = 0;
  const scope = scopeBy(({ id }) => part[at]?.id === id && ++at > 0, all);
  return at === part.length ? scope : scopeOf(new Set(part.map(({ id }) => id)), all);
}

function scopeBy(isChosen: (one: Placed) => boolean, all: readonly Placed[]): Scope {
  const ids: string[] = [];
  const except: string[] = [];
  for (const one of all) (isChosen(one) ? ids : except).push(one.id);
  const upTo = all.at(-1)?.place;
  if (ids.length <= except.length || upTo === undefined) return these(ids);
  return { of: 'all', upTo, ...(except.length > 0 ? { except } : {}) };
}
