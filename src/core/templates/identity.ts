import type { FieldId } from '../catalogue/fields';
import { parsePlaceholder, placeholderKey, placeholderText, replacePlaceholders } from './grammar';
import type { Entry } from './template';

export type IdentityKind = 'person' | 'business';

/** One's own details, kept once; templates take them by `{{ name : part }}`. */
export interface Identity {
  readonly id: string;
  /** What the placeholder is called: unique among one's identities. */
  readonly name: string;
  readonly kind: IdentityKind;
  /** By part. */
  readonly parts: { readonly [P in IdentityPart]?: string };
}

/** The parts, each with the field of a template that it belongs in. */
export const identityParts = {
  name: { field: 'creator', words: 'as it is printed' },
  'job title': { field: 'jobTitle', words: 'what you do' },
  'credit line': { field: 'creditLine', words: 'who is to be credited' },
  'e-mail': { field: 'contactEmail', words: 'public in every picture that carries it' },
  telephone: { field: 'contactPhone', words: 'with country code' },
  'web address': { field: 'contactWeb', words: 'a whole address' },
  'rights page': { field: 'webStatement', words: 'the page that tells your terms' },
  address: { field: 'contactAddress', words: 'street and number; not everybody wants it public' },
  city: { field: 'contactCity', words: '' },
  region: { field: 'contactRegion', words: '' },
  'postal code': { field: 'contactPostcode', words: '' },
  country: { field: 'contactCountry', words: '' },
} as const satisfies Record<string, { field: FieldId; words: string }>;
export type IdentityPart = keyof typeof identityParts;
export const identityPartNames = Object.keys(identityParts) as IdentityPart[];

/** Parts of identities by the name of the identity. */
export type Identities = Readonly<Record<string, Readonly<Record<string, string>>>>;

/** For placeholders: every identity by name, with its name as a part even where none is typed. */
export function identitiesByName(identities: readonly Identity[]): Identities {
  return Object.fromEntries(identities.map(({ name, parts }) => [name, { name, ...parts }]));
}

/** The placeholder that takes one part of one's details. */
export function identityPlaceholder(identity: Pick<Identity, 'name'>, part: IdentityPart): string {
  return placeholderText({ name: identity.name, form: part });
}

/** Entries that take the chosen parts of an identity. */
export function identityEntries(identity: Identity, parts: readonly IdentityPart[]): Entry[] {
  return parts.map((part) => ({
    field: identityParts[part].field,
    rule: 'overwrite',
    texts: [identityPlaceholder(identity, part)],
  }));
}

/** A text with the parts of identities written out: for taking it to where they are not known. */
export function withIdentitiesWritten(text: string, identities: Identities): string {
  const known = new Map(Object.entries(identities).map(([name, parts]) => [placeholderKey(name), parts]));
  return replacePlaceholders(text, (inside, whole) => {
    const { key, form } = parsePlaceholder(inside);
    return known.get(key)?.[placeholderKey(form ?? 'name')] ?? whole;
  });
}
