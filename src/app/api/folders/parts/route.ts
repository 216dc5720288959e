import { queryEndpoint } from '@/server/http/endpoint';
import { pathQuery } from '@/server/http/shapes/queries';
import { folderParts } from '@/server/operations/assignments/createPerFolder';

export const GET = queryEndpoint(pathQuery)(({ query }) => folderParts(query.path.trim()));
