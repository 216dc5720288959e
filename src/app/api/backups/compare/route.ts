import { endpoint } from '@/server/http/endpoint';
import { comparedBackup } from '@/server/http/shapes/backups';
import { compareBackup } from '@/server/operations/backups/compareBackup';

/** Loads a backup and returns its differences from the current data. */
export const POST = endpoint(async ({ context, body }) =>
  compareBackup(context, (await body(comparedBackup)).name),
);
