import { endpoint } from '@/server/http/endpoint';
import { assignmentsPerFolder } from '@/server/http/shapes/assignments';
import { createPerFolder } from '@/server/operations/assignments/createPerFolder';

export const POST = endpoint(async ({ body, once }) => {
  const wanted = await body(assignmentsPerFolder);
  return once((context) => createPerFolder(context, wanted));
});
