import { endpoint } from '@/server/http/endpoint';
import { listFolders } from '@/server/operations/folders/folders';

/** The opened folders. */
export const GET = endpoint(({ context }) => listFolders(context));
