import { type FieldId, field, fieldIds } from '../catalogue/fields';
import { asList, asText, type FieldValue, isEmpty } from '../catalogue/value';
import { statesMaker } from '../templates/formerTexts';
import { type Identities, type IdentityPart, withIdentitiesWritten } from '../templates/identity';
import type { Template } from '../templates/template';
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

/**
 * Keys of one's own names: one's details as they are and as they were, and what the templates in force and their
 * earlier versions state as creator, credit, owner, or owner in the notice.
 */
export function ownNames(
  templates: readonly Pick<Template, 'entries' | 'formerTexts'>[],
  { identities, formerIdentities = [] }: KnownIdentities,
): Set<string> {
  const states = [identities, ...formerIdentities];
  const written = templates
    .flatMap(({ entries, formerTexts = {} }) => [
      ...entries.filter((entry) => entry.rule !== 'erase'),
      ...fieldIds.map((id) => ({ field: id, texts: formerTexts[id] ?? [] })),
    ])
    .filter((entry) => statesMaker(entry.field))
    .flatMap(({ field: id, texts }) =>
      texts.map((text) => (id === 'copyrightNotice' ? noticeParts(text).owner : text)),
    );
  const stated = states
    .flatMap((state) => written.map((text) => withIdentitiesWritten(text, state)))
    .filter((text) => !text.includes('{{'));
  const details = states.flatMap((state) =>
    Object.entries(state).flatMap(([name, parts]) => [name, ...ownParts.map((part) => parts[part] ?? '')]),
  );
  return new Set([...stated, ...details].map(makerKey).filter((key) => key !== ''));
}

/** One's details by name, as they are and as they were. */
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
 * What may be filled into a picture of somebody else: a field that is empty; of creator, contact and rights
 * all or none, so that no telephone of one stands beside an e-mail of the other.
 */
export function fillable(
  values: { readonly [K in FieldId]?: FieldValue | undefined },
): (id: FieldId) => boolean {
  const stated = [...statement].some((id) => !isEmpty(values[id]));
  return (id) => isEmpty(values[id]) && !(stated && statement.has(id));
}
