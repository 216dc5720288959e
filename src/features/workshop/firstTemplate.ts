import type { Entry } from '@/core/templates/template';

/** The five things that the very first run asks. */
export interface Answers {
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

/** A standing template made of the answers. */
export function firstTemplate({ name, reach, owner, terms, year }: Answers): Entry[] {
  const maker = name.trim();
  const rightsOf = owner.trim() || maker;
  const ways = reach
    .split(',')
    .map((one) => one.trim())
    .filter((one) => one !== '');
  return [
    ...entry('creator', maker),
    ...entry('creditLine', rightsOf),
    ...entry('copyrightNotice', `© {{ year ${year} }} ${rightsOf}`),
    ...entry('rightsStatus', 'in-copyright'),
    ...(rightsOf === maker ? [] : entry('copyrightOwner', rightsOf)),
    ...entry('usageTerms', terms.trim()),
    ...entry('contactEmail', ways.find((one) => one.includes('@')) ?? ''),
    ...entry('contactPhone', ways.find((one) => /^\+?[\d\s()./-]{5,}$/.test(one)) ?? ''),
    ...entry('contactWeb', ways.find((one) => !one.includes('@') && /\p{L}\.\p{L}/u.test(one)) ?? ''),
  ];
}
