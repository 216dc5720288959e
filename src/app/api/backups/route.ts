import { endpoint } from '@/server/http/endpoint';
import { changedPlan } from '@/server/http/shapes/backups';
import { changePlan } from '@/server/operations/backups/backupPlan';
import { readBackupState } from '@/server/operations/backups/listBackups';
import { askForBackup } from '@/server/operations/backups/makeBackup';

export const GET = endpoint(({ context }) => readBackupState(context));
export const PATCH = endpoint(async ({ context, body }) => changePlan(context, await body(changedPlan)));
/** A backup is made now, by the worker. */
export const POST = endpoint(({ context }) => askForBackup(context));
