/** Why an archive is refused. */
export type BackupProblem =
  | 'not-a-backup'
  | 'newer'
  | 'unknown-schema'
  | 'cut-off'
  | 'damaged'
  | 'sealed'
  | 'wrong-passphrase';

const words: Readonly<Record<BackupProblem, string>> = {
  'not-a-backup': 'This file is no backup of Fabrica.',
  newer: 'This backup was made by a newer Fabrica. Restore it with that version.',
  'unknown-schema': 'This backup was made by a Fabrica between two releases, which this one does not know.',
  'cut-off': 'This backup ends too early: it was cut off while it was written or copied. Use another one.',
  damaged: 'This backup is damaged: its contents do not agree with its checksums. Use another one.',
  sealed: 'This backup is sealed. Give its passphrase.',
  'wrong-passphrase': 'The passphrase does not open this backup, or its beginning is damaged.',
};

export class BackupError extends Error {
  constructor(
    readonly problem: BackupProblem,
    cause?: unknown,
  ) {
    super(words[problem], { cause });
    this.name = 'BackupError';
  }
}
