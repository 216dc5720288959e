import { type FieldId, field, fieldIds } from '../catalogue/fields';
import { asList, asText, type FieldValue, isEmpty } from '../catalogue/value';
import { type Identities, type IdentityPart, withIdentitiesWritten } from '../templates/identity';
import type { Entry, Template } from '../templates/template';
import { noticeParts } from './noticeParts';

/** What a person said of a stated maker. */
export type MakerAnswer = 'me' | 'leave' | 'fill' | 'unknown';

/** A name as it is compared: letters and digits alone, without accents and case. */
export function makerKey(name: string): string {
  return name
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]/gu, '');
}

const ownParts: readonly IdentityPart[] = ['name', 'credit line'];

/** Names that entries write as creator, credit or owner, and as owner in the notice; may hold placeholders. */
export function writtenNames(entries: readonly Entry[]): string[] {
  return entries
    .filter(({ field: id, rule }) => stating.includes(id) && rule !== 'erase')
    .flatMap(({ field: id, texts }) =>
      id === 'copyrightNotice' ? texts.map((text) => noticeParts(text).owner) : texts,
    );
}
const stating: readonly FieldId[] = ['creator', 'creditLine', 'copyrightOwner', 'copyrightNotice'];

/**
 * Returns the keys of one's own names: from one's details, present and former, and from the templates in force and
 * their earlier versions.
 */
export function ownNames(
  templates: readonly Pick<Template, 'entries' | 'formerNames'>[],
  { identities, formerIdentities = [] }: KnownIdentities,
): Set<string> {
  const states = [identities, ...formerIdentities];
  const written = templates.flatMap(({ entries, formerNames = [] }) => [
    ...writtenNames(entries),
    ...formerNames,
  ]);
  const stated = states
    .flatMap((state) => written.map((text) => withIdentitiesWritten(text, state)))
    .filter((text) => !text.includes('{{'));
  const details = states.flatMap((state) =>
    Object.entries(state).flatMap(([name, parts]) => [name, ...ownParts.map((part) => parts[part] ?? '')]),
  );
  return new Set([...stated, ...details].map(makerKey).filter((key) => key !== ''));
}

/** One's details by name, present and former. */
export interface KnownIdentities {
  readonly identities: Identities;
  readonly formerIdentities?: readonly Identities[];
}

type Stated = {
  readonly creator?: FieldValue | undefined;
  readonly copyrightNotice?: FieldValue | undefined;
};

/**
 * The stated maker of a picture where it is not oneself: another creator, or another owner in the notice,
 * also where one is the creator. Undefined where nobody is stated, or oneself.
 */
export function otherMaker(
  { creator, copyrightNotice }: Stated,
  own: ReadonlySet<string>,
): string | undefined {
  const creators = asList(creator);
  if (creators.length > 0 && !creators.some((name) => own.has(makerKey(name)))) return creators.join(', ');
  const notice = asText(copyrightNotice);
  if (notice === '' || own.size === 0) return undefined;
  if ([...own].some((key) => makerKey(notice).includes(key))) return undefined;
  return creators.length === 0 || namesAnOwner(notice) ? notice : undefined;
}

/** "© 2024" and "all rights reserved" name nobody. */
function namesAnOwner(notice: string): boolean {
  const { sign, year, owner } = noticeParts(notice);
  return owner.trim() !== '' && (sign !== '' || year !== '');
}

/** Who made a picture, who owns it, how they are reached: one statement, never put together of two. */
const statement: ReadonlySet<FieldId> = new Set(
  fieldIds.filter((id) => ['made', 'owned', 'reached'].includes(field(id).question)),
);

/**
 * Returns what may be filled into a picture of somebody else: a field that is empty; of creator, contact and rights
 * all or none, so that no telephone of one is beside an e-mail of the other.
 */
export function fillable(
  values: { readonly [K in FieldId]?: FieldValue | undefined },
): (id: FieldId) => boolean {
  const stated = [...statement].some((id) => !isEmpty(values[id]));
  return (id) => isEmpty(values[id]) && !(stated && statement.has(id));
}
