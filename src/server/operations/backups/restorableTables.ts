import type { RestorableKind } from '../../../core/kept/restorableKinds';

interface KindRow {
  /** Key column; default 'id'. */
  readonly key?: string;
  readonly name: string;
  /** Rows that exist: others are kept for undo. */
  readonly present?: string;
  /** Columns to compare; empty: only existence is compared. */
  readonly compared: readonly string[];
  /** Dependent tables with the column that references the key. */
  readonly parts?: Readonly<Record<string, string>>;
  /** Table of its versions; `copied` are the columns that a version has in common with it. */
  readonly versions?: { readonly table: string; readonly column: string; readonly copied: readonly string[] };
}

/** Drafts are restored per assignment, so they have no row here. */
export const restorableTables: Readonly<Record<Exclude<RestorableKind, 'drafts'>, KindRow>> = {
  assignments: { name: 'name', compared: [] },
  templates: {
    name: 'name',
    compared: ['name', 'kind', 'entries'],
    versions: { table: 'template_versions', column: 'template_id', copied: ['name', 'entries'] },
  },
  identities: {
    name: 'name',
    compared: ['name', 'kind', 'parts'],
    versions: { table: 'identity_versions', column: 'identity_id', copied: ['name', 'parts'] },
  },
  terms: { name: 'spelling', compared: ['spelling', 'broader', 'words', 'state'] },
  bundles: { name: 'name', compared: ['name', 'terms'] },
  checklists: { name: 'name', compared: ['name', 'rules'] },
  plans: { name: 'name', compared: ['name', 'choices'] },
  delivery_plans: { name: 'name', compared: ['name', 'delivery_plan'] },
  column_sets: { name: 'name', compared: ['name', 'fields'] },
  gatherings: {
    name: 'name',
    present: 'removed_at is null',
    compared: ['name', 'note'],
    parts: { gathering_photos: 'gathering_id' },
  },
  saved_searches: { name: 'name', present: 'removed_at is null', compared: ['name', 'words', 'conditions'] },
  signatures: { name: 'name', compared: ['name', 'image'] },
  makers: { key: 'key', name: 'name', compared: ['name', 'answer'] },
};
