import { queryEndpoint } from '@/server/http/endpoint';
import { pathQuery } from '@/server/http/shapes/queries';
import { matchFolder } from '@/server/operations/folders/workingFolder';

/** How the recorded files of a missing working folder compare with those at another path. */
export const GET = queryEndpoint(pathQuery)<{ id: string }>(({ context, params, query }) =>
  matchFolder(context, params.id, query.path.trim()),
);
