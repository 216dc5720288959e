/** How often the worker makes a backup. */
export const backupSchedules = ['never', 'daily', 'weekly'] as const;
export type BackupSchedule = (typeof backupSchedules)[number];

export const backupProblemCodes = ['folder-away', 'no-room', 'not-allowed', 'damaged', 'other'] as const;
export type BackupProblemCode = (typeof backupProblemCodes)[number];

/** The user's settings for backups. */
export interface BackupPlan {
  readonly schedule: BackupSchedule;
  /** Number of backups to keep; null: all. */
  readonly retention: number | null;
  /** Null: `backups` in the data folder. */
  readonly folder: string | null;
  readonly undoData: boolean;
}

export const defaultPlan: BackupPlan = { schedule: 'never', retention: 8, folder: null, undoData: true };

const HOUR_MS = 60 * 60 * 1000;
const PERIOD_MS: Readonly<Record<BackupSchedule, number>> = {
  never: Infinity,
  daily: 24 * HOUR_MS,
  weekly: 7 * 24 * HOUR_MS,
};

/** True if the next backup is due. A failed backup is retried after an hour. All times in ms since 1970. */
export function isBackupDue(
  schedule: BackupSchedule,
  { last, failed, now }: { last: number | undefined; failed: number | undefined; now: number },
): boolean {
  if (schedule === 'never' || (failed !== undefined && now - failed < HOUR_MS)) return false;
  // A time in the future means that the clock was set back since.
  return last === undefined || last > now || now - last >= PERIOD_MS[schedule];
}

/** Returns the names of the oldest backups beyond the retention; names sort by time. */
export const backupsBeyond = (names: readonly string[], retention: number | null): string[] =>
  retention === null ? [] : [...names].sort().reverse().slice(retention);
