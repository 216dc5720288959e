import { endpoint } from '@/server/http/endpoint';
import { assignmentChange } from '@/server/http/shapes/assignments';
import { changeAssignment, readAssignment } from '@/server/operations/assignments/assignments';

type Params = { id: string };
export const GET = endpoint<Params>(({ context, params }) => readAssignment(context, params.id));
export const PATCH = endpoint<Params>(async ({ context, body, params }) =>
  changeAssignment(context, params.id, await body(assignmentChange)),
);
