import type { KindInBackup } from '@/core/kept/backupKinds';
import type { BackupProblemCode } from '@/core/kept/backupPlan';
import type { BackupProblem } from '@/server/backup/backupError';

/** What this part of the interface says; browser tests import it. */
export const labels = {
  backUp: 'Back up',
  backUpNow: 'Back up now',
  chooseAll: 'Choose all',
  compare: 'Compare with what is here',
  changePassphrase: 'Choose a passphrase …',
  folder: 'Folder',
  howManyStay: 'How many stay',
  passphrase: 'Passphrase',
  passphraseAgain: 'The same again',
  seal: 'Seal backups',
  unseal: 'Leave them open',
  take: 'Take what is chosen',
  undoData: 'Undo data',
  useThisFolder: 'Use this folder',
} as const;

/** Why the last backup was not made, and what to do. */
export const failedWords: Readonly<Record<BackupProblemCode, string>> = {
  'folder-away': 'the folder is not there. Connect its disk, or choose another folder.',
  'no-room': 'the disk is full. Make room on it, or keep fewer.',
  'not-allowed': 'Fabrica may not write there. Allow it, or choose another folder.',
  damaged: 'what was written could not be read back. The disk may be failing: choose another folder.',
  other: 'of an error that worker.log in the data folder describes.',
};

/** Why a file in the folder cannot be opened. */
export const unreadableWords: Readonly<Record<BackupProblem, string>> = {
  'not-a-backup': 'no backup of Fabrica',
  newer: 'made by a newer Fabrica',
  'unknown-schema': 'made by a Fabrica between two releases',
  'cut-off': 'cut off',
  damaged: 'damaged',
  sealed: 'sealed with another passphrase',
  'wrong-passphrase': 'sealed with another passphrase',
};

/** What the kinds are called, above those that differ. */
export const kindWords: Readonly<Record<KindInBackup, string>> = {
  assignments: 'Assignments',
  drafts: 'Drafts of assignments that are here',
  templates: 'Templates',
  identities: 'Details',
  terms: 'Terms',
  bundles: 'Sets of keywords',
  checklists: 'Checklists',
  plans: 'Plans',
  delivery_plans: 'Delivery plans',
  column_sets: 'Columns of the ledger',
  gatherings: 'Gatherings',
  saved_searches: 'Saved searches',
  signatures: 'Images for marks',
  makers: 'Answers about other makers',
};
