import { mkdir, readdir, rm } from 'node:fs/promises';
import path from 'node:path';
import { sql } from 'drizzle-orm';
import {
  type BackupProblemCode,
  backupsBeyond,
  defaultPlan,
  isBackupDue,
} from '../../../core/kept/backupPlan';
import { BackupError } from '../../backup/backupError';
import { timeInName } from '../../backup/format';
import { rowSchemas } from '../../backup/rowSchemas';
import { writeBackup } from '../../backup/writeBackup';
import { config } from '../../config';
import type { Context } from '../../context';
import { backupPlans } from '../../db/schema/kept';
import { announce } from '../../jobs/queue';
import { folderOf, readPlan, readSecret } from './backupPlan';
import { isPending, ownNamesIn } from './listBackups';

/** Enqueues a backup; the job key deduplicates pending jobs. */
export async function enqueueBackup({ db }: Context): Promise<void> {
  await db.execute(
    sql`select graphile_worker.add_job('backup', '{}'::json, max_attempts => 1, job_key => 'backup')`,
  );
  await announce(db, { kind: 'backups', id: '' });
}

/**
 * Makes a backup according to the settings and removes this installation's backups beyond the retention, except
 * `protectedName`. Returns the path of the backup, or undefined after a failure, which is saved with its reason.
 */
export async function runBackup(context: Context, protectedName?: string): Promise<string | undefined> {
  const plan = await readPlan(context);
  const folder = folderOf(plan);
  const saveOutcome = (failed: { failedAt: Date | null; problem: BackupProblemCode | null }) =>
    context.db
      .insert(backupPlans)
      .values({ ...defaultPlan, ...failed })
      .onConflictDoUpdate({ target: backupPlans.id, set: failed });
  try {
    if (plan.folder === null) await mkdir(folder, { recursive: true, mode: 0o700 });
    // A missing folder must not become a file of its name.
    await readdir(folder);
    const secret = await readSecret();
    const { file } = await writeBackup({
      databaseUrl: config().databaseUrl,
      to: folder,
      undoData: plan.undoData,
      ...secret,
      madeAt: context.now(),
      schemas: rowSchemas(),
    });
    for (const name of backupsBeyond(await ownNamesIn(context, folder), plan.retention))
      if (name !== protectedName) await rm(path.join(folder, name), { force: true });
    await saveOutcome({ failedAt: null, problem: null });
    return file;
  } catch (error) {
    await saveOutcome({ failedAt: context.now(), problem: problemOf(error) });
    return undefined;
  } finally {
    await announce(context.db, { kind: 'backups', id: '' });
  }
}

const problemsByCode: Readonly<Record<string, BackupProblemCode>> = {
  ENOENT: 'folder-away',
  ENOTDIR: 'folder-away',
  EIO: 'folder-away',
  ENOSPC: 'no-room',
  EDQUOT: 'no-room',
  EACCES: 'not-allowed',
  EPERM: 'not-allowed',
  EROFS: 'not-allowed',
};

function problemOf(error: unknown): BackupProblemCode {
  if (error instanceof BackupError) return 'damaged';
  return problemsByCode[(error as NodeJS.ErrnoException).code ?? ''] ?? 'other';
}

/** Enqueues a backup if one is due. */
export async function enqueueDueBackup(context: Context): Promise<void> {
  const plan = await readPlan(context);
  if (plan.schedule === 'never' || (await isPending(context))) return;
  const [newest] = await ownNamesIn(context, folderOf(plan));
  const times = {
    last: newest === undefined ? undefined : timeInName(newest),
    failed: plan.failedAt?.getTime(),
    now: context.now().getTime(),
  };
  if (isBackupDue(plan.schedule, times)) await enqueueBackup(context);
}
