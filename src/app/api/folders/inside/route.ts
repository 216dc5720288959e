import { queryEndpoint } from '@/server/http/endpoint';
import { pathQuery } from '@/server/http/shapes/queries';
import { browseFolder } from '@/server/operations/folders/browseFolders';

export const GET = queryEndpoint(pathQuery)(({ context, query }) => browseFolder(context, query.path.trim()));
