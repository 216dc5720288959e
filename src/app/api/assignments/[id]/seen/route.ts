import { endpoint } from '@/server/http/endpoint';
import { scoped } from '@/server/http/shapes/drafts';
import { seenChanges } from '@/server/operations/photos/seenChanges';

/** Changes that another program made in these pictures were looked at. */
export const POST = endpoint<{ id: string }>(async ({ context, body, params }) =>
  seenChanges(context, params.id, (await body(scoped)).scope),
);
