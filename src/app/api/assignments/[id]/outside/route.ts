import { endpoint } from '@/server/http/endpoint';
import { scoped } from '@/server/http/shapes/drafts';
import { listOutsideEdits } from '@/server/operations/photos/outsideChanges';

export const POST = endpoint<{ id: string }>(async ({ context, body, params }) =>
  listOutsideEdits(context, params.id, (await body(scoped)).scope),
);
