import { endpoint } from '@/server/http/endpoint';
import { newAssignment } from '@/server/http/shapes/assignments';
import { createAssignment, listAssignments } from '@/server/operations/assignments/assignments';

export const GET = endpoint(({ context }) => listAssignments(context));
export const POST = endpoint(async ({ body, once }) => {
  const wanted = await body(newAssignment);
  return once((context) => createAssignment(context, wanted));
});
