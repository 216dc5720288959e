/** Kinds of items that can be restored one by one; each is named after its table. */
export const restorableKinds = [
  'assignments',
  'drafts',
  'templates',
  'identities',
  'terms',
  'bundles',
  'checklists',
  'plans',
  'delivery_plans',
  'column_sets',
  'gatherings',
  'saved_searches',
  'signatures',
  'makers',
] as const;
export type RestorableKind = (typeof restorableKinds)[number];
