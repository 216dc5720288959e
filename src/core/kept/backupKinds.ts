/** What is compared with a backup one by one: kinds by the name of their table. */
export const backupKinds = [
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
export type KindInBackup = (typeof backupKinds)[number];
