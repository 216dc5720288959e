import { readdir, stat } from 'node:fs/promises';
import path from 'node:path';
import { sql } from 'drizzle-orm';
import { BackupError, type BackupProblem } from '../../backup/backupError';
import { readHeader } from '../../backup/checkBackup';
import { type BackupHeader, installationInName, isBackupName } from '../../backup/format';
import { BACKUP_LOCK, INSTALLATION_ID } from '../../backup/writeBackup';
import type { Context } from '../../context';
import { folderOf, type KeptPlan, readPlan, readSecret } from './backupPlan';

/** A file in the backup folder. */
export interface ListedBackup {
  readonly name: string;
  readonly bytes: number;
  /** RFC 3339; the file's modification time if the header is unreadable. */
  readonly madeAt: string;
  readonly isEncrypted: boolean;
  /** Undefined if the header is unreadable; then `problem` has the reason. */
  readonly contents?: Pick<BackupHeader, 'rows' | 'undoData'>;
  readonly problem?: BackupProblem;
}

export interface BackupState {
  readonly plan: Omit<KeptPlan, 'failedAt'> & { readonly failedAt: string | null };
  readonly folder: string;
  readonly isFolderMissing: boolean;
  readonly hasPassphrase: boolean;
  readonly isPending: boolean;
  /** Newest first. */
  readonly backups: readonly ListedBackup[];
}

/** Limits how many headers are read per request. */
const MOST_LISTED = 60;

export async function readBackupState(context: Context): Promise<BackupState> {
  const plan = await readPlan(context);
  const folder = folderOf(plan);
  const secret = await readSecret();
  const names = await namesIn(folder);
  const listed = (names ?? []).slice(0, MOST_LISTED);
  const backups = await Promise.all(
    listed.map((name) => describe(path.join(folder, name), secret?.passphrase)),
  );
  return {
    plan: { ...plan, failedAt: plan.failedAt?.toISOString() ?? null },
    folder,
    isFolderMissing: names === undefined,
    hasPassphrase: secret !== undefined,
    isPending: await isPending(context),
    backups: backups.filter((one) => one !== undefined),
  };
}

/** Returns the names of all backups, newest first; undefined if the folder is missing. */
async function namesIn(folder: string): Promise<string[] | undefined> {
  const names = await readdir(folder).catch(() => undefined);
  return names?.filter(isBackupName).sort().reverse();
}

async function describe(file: string, passphrase: string | undefined): Promise<ListedBackup | undefined> {
  const found = await stat(file).catch(() => undefined);
  if (!found?.isFile()) return undefined;
  const name = path.basename(file);
  const base = { name, bytes: found.size, isEncrypted: name.endsWith('.encrypted') };
  try {
    const { madeAt, rows, undoData } = await readHeader(file, passphrase);
    return { ...base, madeAt, contents: { rows, undoData } };
  } catch (error) {
    const problem = error instanceof BackupError ? error.problem : 'damaged';
    return { ...base, madeAt: found.mtime.toISOString(), problem };
  }
}

/** Returns the backups that this installation made, newest first; other installations may share the folder. */
export async function ownNamesIn({ db }: Context, folder: string): Promise<string[]> {
  const { rows } = await db.execute<{ id: string }>(sql.raw(INSTALLATION_ID));
  return ((await namesIn(folder)) ?? []).filter((name) => installationInName(name) === rows[0]!.id);
}

/** True if a backup is being written, or a job waits for a worker. A job whose worker died does not count. */
export async function isPending({ db }: Context): Promise<boolean> {
  const { rows } = await db.execute(sql`
    select 1 from graphile_worker.jobs where key = 'backup' and locked_at is null and attempts < max_attempts
    union all select 1 from pg_locks where locktype = 'advisory' and granted and objsubid = 1
      and database = (select oid from pg_database where datname = current_database())
      and (classid::bigint << 32) | objid::bigint = hashtextextended(${BACKUP_LOCK}, 0)`);
  return rows.length > 0;
}
