import type { BackupProblemCode } from '@/core/kept/backupPlan';
import type { RestorableKind } from '@/core/kept/restorableKinds';
import type { BackupProblem } from '@/server/backup/backupError';

/** The words of this feature; browser tests import them. */
export const labels = {
  backUp: 'Back up',
  backUpNow: 'Back up now',
  changePassphrase: 'Passphrase …',
  compare: 'Compare with current data',
  encrypt: 'Encrypt backups',
  folder: 'Folder',
  passphrase: 'Passphrase',
  removePassphrase: 'Remove passphrase',
  repeatPassphrase: 'Repeat passphrase',
  restoreSelected: 'Restore selected',
  retention: 'Backups to keep',
  selectAll: 'Select all',
  selectEverything: 'Select everything',
  undoData: 'Include undo data',
  useThisFolder: 'Use this folder',
} as const;

/** Why the last backup failed, and what to do. */
export const failedWords: Readonly<Record<BackupProblemCode, string>> = {
  'folder-away': 'The folder is missing. Connect its disk, or choose another folder.',
  'no-room': 'The disk is full. Free some space, or keep fewer backups.',
  'not-allowed': 'Fabrica has no permission to write there. Grant it, or choose another folder.',
  damaged: 'The written archive could not be verified. The disk may be failing: choose another folder.',
  other: 'See worker.log in the data folder.',
};

/** Why a file in the folder is unreadable. */
export const unreadableWords: Readonly<Record<BackupProblem, string>> = {
  'not-a-backup': 'not a Fabrica backup',
  newer: 'made by a newer version',
  'unknown-schema': 'made by an unreleased version',
  truncated: 'incomplete',
  damaged: 'damaged',
  encrypted: 'encrypted with another passphrase',
  'wrong-passphrase': 'encrypted with another passphrase',
};

export const kindWords: Readonly<Record<RestorableKind, string>> = {
  assignments: 'Assignments',
  drafts: 'Drafts of existing assignments',
  templates: 'Templates',
  identities: 'Details',
  terms: 'Terms',
  bundles: 'Bundles',
  checklists: 'Checklists',
  plans: 'Plans',
  delivery_plans: 'Delivery plans',
  column_sets: 'Columns of the ledger',
  gatherings: 'Gatherings',
  saved_searches: 'Saved searches',
  signatures: 'Images for marks',
  makers: 'Answers about other creators',
};
