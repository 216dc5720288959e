/** How often a backup is made by itself. */
export const backupRhythms = ['never', 'daily', 'weekly'] as const;
export type BackupRhythm = (typeof backupRhythms)[number];

export const backupProblemCodes = ['folder-away', 'no-room', 'not-allowed', 'damaged', 'other'] as const;
export type BackupProblemCode = (typeof backupProblemCodes)[number];

/** What a person chose about backups. */
export interface BackupPlan {
  readonly rhythm: BackupRhythm;
  /** How many stay; null: all. */
  readonly mostKept: number | null;
  /** Null: in the data folder. */
  readonly folder: string | null;
  readonly undoData: boolean;
}

export const usualPlan: BackupPlan = { rhythm: 'never', mostKept: 8, folder: null, undoData: true };

const HOUR_MS = 60 * 60 * 1000;
const PERIOD_MS: Readonly<Record<BackupRhythm, number>> = {
  never: Infinity,
  daily: 24 * HOUR_MS,
  weekly: 7 * 24 * HOUR_MS,
};

/** Whether the next backup is to be made. After one that failed an hour passes. All times in ms since 1970. */
export function isBackupDue(
  rhythm: BackupRhythm,
  { last, failed, now }: { last: number | undefined; failed: number | undefined; now: number },
): boolean {
  if (rhythm === 'never' || (failed !== undefined && now - failed < HOUR_MS)) return false;
  // A clock that was set back must not stop it for years.
  return last === undefined || last > now || now - last >= PERIOD_MS[rhythm];
}

/** The names that go when no more than so many stay; names sort by time. */
export const backupsBeyond = (names: readonly string[], mostKept: number | null): string[] =>
  mostKept === null ? [] : [...names].sort().reverse().slice(mostKept);
