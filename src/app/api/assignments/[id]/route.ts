import { body } from '@/server/http/body';
import { endpoint } from '@/server/http/endpoint';
import { assignmentChange } from '@/server/http/shapes';
import { changeAssignment, readAssignment } from '@/server/operations/assignments/assignments';

type Params = { id: string };
export const GET = endpoint<Params>(({ db, params }) => readAssignment(db, params.id));
export const PATCH = endpoint<Params>(async ({ db, request, params }) =>
  changeAssignment(db, params.id, await body(request, assignmentChange)),
);
