import { queryEndpoint } from '@/server/http/endpoint';
import { pathQuery } from '@/server/http/shapes/queries';
import { usesOf } from '@/server/operations/folders/folderUse';

/** Assignments that work in a folder already. */
export const GET = queryEndpoint(pathQuery)(({ context, query }) => usesOf(context, query.path.trim()));
