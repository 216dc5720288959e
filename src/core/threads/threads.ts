import type { FieldId } from '../catalogue/fields';

/** The eight threads, in their fixed order and three groups, and the fields behind each. */
export const threads = [
  { id: 'who', group: 0, fields: ['creator'] },
  { id: 'reach', group: 0, fields: ['contactEmail', 'contactPhone', 'contactWeb'] },
  { id: 'notice', group: 1, fields: ['copyrightNotice', 'rightsStatus'] },
  { id: 'terms', group: 1, fields: ['usageTerms', 'webStatement'] },
  { id: 'caption', group: 2, fields: ['description'] },
  { id: 'keywords', group: 2, fields: ['keywords'] },
  { id: 'where', group: 2, fields: ['country', 'city', 'sublocation'] },
  { id: 'when', group: 2, fields: ['dateCreated'] },
] as const satisfies readonly { id: string; group: number; fields: readonly FieldId[] }[];

export type ThreadId = (typeof threads)[number]['id'];
