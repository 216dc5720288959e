import { endpoint } from '@/server/http/endpoint';
import { changedPlan } from '@/server/http/shapes/backups';
import { changePlan } from '@/server/operations/backups/backupPlan';
import { readBackupState } from '@/server/operations/backups/listBackups';
import { enqueueBackup } from '@/server/operations/backups/runBackup';

export const GET = endpoint(({ context }) => readBackupState(context));
export const PATCH = endpoint(async ({ context, body }) => changePlan(context, await body(changedPlan)));
/** Enqueues a backup; the worker makes it. */
export const POST = endpoint(({ context }) => enqueueBackup(context));
