import { endpoint } from '@/server/http/endpoint';
import { newAssignment } from '@/server/http/shapes/assignments';
import { listAssignments } from '@/server/operations/assignments/assignments';
import { createAssignment } from '@/server/operations/assignments/createAssignment';

export const GET = endpoint(({ context }) => listAssignments(context));
export const POST = endpoint(async ({ body, once }) => {
  const wanted = await body(newAssignment);
  return once((context) => createAssignment(context, wanted));
});
