import { body } from '@/server/http/body';
import { endpoint } from '@/server/http/endpoint';
import { newFolder } from '@/server/http/shapes';
import { makeFolder } from '@/server/operations/folders/browseFolders';

export const POST = endpoint(async ({ request }) => {
  const { path } = await body(request, newFolder);
  return makeFolder(path.trim());
});
