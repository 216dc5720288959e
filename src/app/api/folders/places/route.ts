import { endpoint } from '@/server/http/endpoint';
import { folderPlaces } from '@/server/operations/folders/browseFolders';

export const GET = endpoint(({ context }) => folderPlaces(context));
