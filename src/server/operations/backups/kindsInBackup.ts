import type { KindInBackup } from '../../../core/kept/backupKinds';

interface KindRow {
  /** The column that says which it is; 'id' where it is not told. */
  readonly key?: string;
  readonly name: string;
  /** Columns that make it another one. Without any it is compared by being there alone. */
  readonly compared: readonly string[];
  /** Tables that go with it, with the column that says to which of it. */
  readonly parts?: Readonly<Record<string, string>>;
}

/** Drafts are no row: those of one assignment are one choice. */
export const kindRows: Readonly<Record<Exclude<KindInBackup, 'drafts'>, KindRow>> = {
  assignments: { name: 'name', compared: [] },
  templates: {
    name: 'name',
    compared: ['name', 'kind', 'entries'],
    parts: { template_versions: 'template_id' },
  },
  identities: {
    name: 'name',
    compared: ['name', 'kind', 'parts'],
    parts: { identity_versions: 'identity_id' },
  },
  terms: { name: 'spelling', compared: ['spelling', 'broader', 'words', 'state'] },
  bundles: { name: 'name', compared: ['name', 'terms'] },
  checklists: { name: 'name', compared: ['name', 'rules'] },
  plans: { name: 'name', compared: ['name', 'choices'] },
  delivery_plans: { name: 'name', compared: ['name', 'delivery_plan'] },
  column_sets: { name: 'name', compared: ['name', 'fields'] },
  gatherings: { name: 'name', compared: ['name'], parts: { gathering_photos: 'gathering_id' } },
  saved_searches: { name: 'name', compared: ['name', 'words', 'conditions'] },
  signatures: { name: 'name', compared: ['name', 'image'] },
  makers: { key: 'key', name: 'name', compared: ['name', 'answer'] },
};
