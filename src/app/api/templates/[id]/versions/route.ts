import { endpoint } from '@/server/http/endpoint';
import { restoredVersion } from '@/server/http/shapes/templates';
import { listVersions, restoreVersion } from '@/server/operations/templates/templateVersions';

type Params = { id: string };
export const GET = endpoint<Params>(({ context, params }) => listVersions(context, params.id));
/** Goes back to an earlier version, as a version of its own. */
export const POST = endpoint<Params>(async ({ body, params, once }) => {
  const { version, baseVersion } = await body(restoredVersion);
  return once((context) => restoreVersion(context, params.id, version, baseVersion));
});
