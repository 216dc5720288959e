import { queryEndpoint } from '@/server/http/endpoint';
import { pathQuery } from '@/server/http/shapes/queries';
import { folderState } from '@/server/operations/folders/browseFolders';

export const GET = queryEndpoint(pathQuery)(({ query }) => folderState(query.path.trim()));
