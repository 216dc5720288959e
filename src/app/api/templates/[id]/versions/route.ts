import { body } from '@/server/http/body';
import { endpoint } from '@/server/http/endpoint';
import { restoredVersion } from '@/server/http/shapes';
import { listVersions, restoreVersion } from '@/server/operations/templates/templateVersions';

type Params = { id: string };
export const GET = endpoint<Params>(({ db, params }) => listVersions(db, params.id));
/** Goes back to an earlier version, as a version of its own. */
export const POST = endpoint<Params>(async ({ request, params, once }) => {
  const { version, baseVersion } = await body(request, restoredVersion);
  return once((db) => restoreVersion(db, params.id, version, baseVersion));
});
