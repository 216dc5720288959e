import { endpoint } from '@/server/http/endpoint';
import { folderPath } from '@/server/http/shapes/bringIn';
import { makeFolder } from '@/server/operations/folders/browseFolders';

export const POST = endpoint(async ({ body }) => {
  const { path } = await body(folderPath);
  return makeFolder(path.trim());
});
