import { asList, asText, type FieldValue } from '../catalogue/value';
import { type IdentityPart, withIdentitiesWritten } from '../templates/identity';
import type { Entry } from '../templates/template';

/** What a person said of a stated maker. */
export type MakerAnswer = 'me' | 'leave' | 'fill' | 'unknown';

/** A name as it is compared: letters and digits alone, without accents and case. */
export function makerKey(name: string): string {
  return name
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]/gu, '');
}

type Identities = Readonly<Record<string, Readonly<Record<string, string>>>>;
const stating: readonly Entry['field'][] = ['creator', 'creditLine', 'copyrightOwner'];
const ownParts: readonly IdentityPart[] = ['name', 'credit line'];

/** Keys of one's own names: one's details, and what the templates in force state as creator, credit or owner. */
export function ownNames(
  templates: readonly { entries: readonly Entry[] }[],
  identities: Identities,
): Set<string> {
  const stated = templates
    .flatMap((template) => template.entries)
    .filter((entry) => stating.includes(entry.field) && entry.rule !== 'erase')
    .flatMap((entry) => entry.texts)
    .map((text) => withIdentitiesWritten(text, identities))
    .filter((text) => !text.includes('{{'));
  const details = Object.entries(identities).flatMap(([name, parts]) => [
    name,
    ...ownParts.map((part) => parts[part] ?? ''),
  ]);
  return new Set([...stated, ...details].map(makerKey).filter((key) => key !== ''));
}

type Stated = {
  readonly creator?: FieldValue | undefined;
  readonly copyrightNotice?: FieldValue | undefined;
};

/**
 * The stated maker of a picture where it is not oneself: another creator, or without one another owner in
 * the notice. Undefined where nobody is stated, or oneself.
 */
export function otherMaker(
  { creator, copyrightNotice }: Stated,
  own: ReadonlySet<string>,
): string | undefined {
  const creators = asList(creator);
  if (creators.length > 0)
    return creators.some((name) => own.has(makerKey(name))) ? undefined : creators.join(', ');
  const notice = asText(copyrightNotice);
  if (notice === '' || own.size === 0) return undefined;
  return [...own].some((key) => makerKey(notice).includes(key)) ? undefined : notice;
}
