import { endpoint } from '@/server/http/endpoint';
import { pathQuery } from '@/server/http/shapes/queries';
import { folderState } from '@/server/operations/folders/browseFolders';

export const GET = endpoint(({ query }) => folderState(query(pathQuery).path.trim()));
