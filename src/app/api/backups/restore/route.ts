import { endpoint } from '@/server/http/endpoint';
import { restoredParts } from '@/server/http/shapes/backups';
import { restoreSelected } from '@/server/operations/backups/restoreSelected';

/** Makes a backup, then restores the selected items of the compared backup. */
export const POST = endpoint(async ({ context, body }) => {
  const { name, selected } = await body(restoredParts);
  return restoreSelected(context, name, selected);
});
