import { endpoint } from '@/server/http/endpoint';
import { browseFolder } from '@/server/operations/folders/browseFolders';
import { pathAsked } from '../pathAsked';

export const GET = endpoint(({ db, request }) => browseFolder(db, pathAsked(request)));
