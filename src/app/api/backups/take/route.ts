import { endpoint } from '@/server/http/endpoint';
import { takenFromBackup } from '@/server/http/shapes/backups';
import { takeFromBackup } from '@/server/operations/backups/takeFromBackup';

/** Takes what was chosen out of the backup that was compared, after a backup of what is here. */
export const POST = endpoint(async ({ context, body }) => {
  const { name, chosen } = await body(takenFromBackup);
  return takeFromBackup(context, name, chosen);
});
