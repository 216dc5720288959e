import { endpoint } from '@/server/http/endpoint';
import { folderState } from '@/server/operations/folders/browseFolders';
import { pathAsked } from '../pathAsked';

export const GET = endpoint(({ request }) => folderState(pathAsked(request)));
