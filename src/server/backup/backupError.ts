/** The reason an archive is rejected. */
export type BackupProblem =
  | 'not-a-backup'
  | 'newer'
  | 'unknown-schema'
  | 'truncated'
  | 'damaged'
  | 'encrypted'
  | 'wrong-passphrase';

const words: Readonly<Record<BackupProblem, string>> = {
  'not-a-backup': 'This file is not a Fabrica backup.',
  newer: 'A newer version of Fabrica made this backup. Restore it with that version.',
  'unknown-schema': 'An unreleased version of Fabrica made this backup. This version cannot restore it.',
  truncated: 'This backup is incomplete: writing or copying it was interrupted. Use another backup.',
  damaged: 'This backup is damaged: its contents do not match its checksums. Use another backup.',
  encrypted: 'This backup is encrypted. Enter its passphrase.',
  'wrong-passphrase': 'The passphrase is wrong, or the beginning of this backup is damaged.',
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
