import { endpoint } from '@/server/http/endpoint';
import { pathQuery } from '@/server/http/shapes/queries';
import { browseFolder } from '@/server/operations/folders/browseFolders';

export const GET = endpoint(({ context, query }) => browseFolder(context, query(pathQuery).path.trim()));
