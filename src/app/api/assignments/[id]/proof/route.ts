import { endpoint } from '@/server/http/endpoint';
import { scoped } from '@/server/http/shapes/drafts';
import { proofOfDrafts } from '@/server/operations/photos/selectionValues';

/** Of the drafts in a scope. */
export const POST = endpoint<{ id: string }>(async ({ context, body, params }) =>
  proofOfDrafts(context, params.id, (await body(scoped)).scope),
);
