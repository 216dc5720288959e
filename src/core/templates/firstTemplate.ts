import { type Identity, type IdentityPart, identityPlaceholder } from './identity';
import type { Entry } from './template';

/** The five things that the very first run asks. */
export interface FirstAnswers {
  readonly name: string;
  /** E-mail, telephone or web address, as one types it; several separated by comma. */
  readonly reach: string;
  /** Whose rights; empty: one's own. */
  readonly owner: string;
  readonly terms: string;
  readonly year: 'taken' | 'published';
}

/** Common wordings (common practice), the careful one first. */
export const usualTerms = [
  'No use without written permission.',
  'All rights reserved.',
  'Free for editorial use with credit.',
] as const;

const entry = (field: Entry['field'], text: string): Entry[] =>
  text === '' ? [] : [{ field, rule: 'overwrite', texts: [text] }];

/** What is kept as one's details. */
export function firstDetails({
  name,
  reach,
  owner,
}: FirstAnswers): Pick<Identity, 'name' | 'kind' | 'parts'> {
  const maker = name.trim();
  const ways = reach
    .split(',')
    .map((one) => one.trim())
    .filter((one) => one !== '');
  const parts: Partial<Record<IdentityPart, string | undefined>> = {
    name: maker,
    'credit line': owner.trim() || maker,
    'e-mail': ways.find((one) => one.includes('@')),
    telephone: ways.find((one) => /^\+?[\d\s()./-]{5,}$/.test(one)),
    'web address': ways.find((one) => !one.includes('@') && /\p{L}\.\p{L}/u.test(one)),
  };
  return {
    name: maker,
    kind: 'person',
    parts: Object.fromEntries(Object.entries(parts).filter(([, text]) => text)) as Identity['parts'],
  };
}

/** A standing template that takes its words from those details, so that they are changed in one place. */
export function firstTemplate(
  { owner, terms, year }: FirstAnswers,
  details: Pick<Identity, 'name' | 'parts'>,
): Entry[] {
  const part = (one: IdentityPart) => (details.parts[one] ? identityPlaceholder(details, one) : '');
  const rightsOf = owner.trim() === '' ? part('name') : part('credit line');
  return [
    ...entry('creator', part('name')),
    ...entry('creditLine', part('credit line')),
    ...entry('copyrightNotice', `© {{ year ${year} }} ${rightsOf}`),
    ...entry('rightsStatus', 'in-copyright'),
    ...(owner.trim() === '' ? [] : entry('copyrightOwner', rightsOf)),
    ...entry('usageTerms', terms.trim()),
    ...entry('contactEmail', part('e-mail')),
    ...entry('contactPhone', part('telephone')),
    ...entry('contactWeb', part('web address')),
  ];
}
