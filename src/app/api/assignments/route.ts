import { body } from '@/server/http/body';
import { endpoint } from '@/server/http/endpoint';
import { newAssignment } from '@/server/http/shapes';
import { createAssignment, listAssignments } from '@/server/operations/assignments/assignments';

export const GET = endpoint(({ db }) => listAssignments(db));
export const POST = endpoint(async ({ request, once }) => {
  const wanted = await body(request, newAssignment);
  return once((db) => createAssignment(db, wanted));
});
