import { endpoint } from '@/server/http/endpoint';
import { comparedBackup } from '@/server/http/shapes/backups';
import { compareBackup } from '@/server/operations/backups/compareBackup';

/** Loads a backup beside what is here, and says what differs. */
export const POST = endpoint(async ({ context, body }) =>
  compareBackup(context, (await body(comparedBackup)).name),
);
