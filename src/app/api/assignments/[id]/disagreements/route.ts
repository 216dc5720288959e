import { endpoint } from '@/server/http/endpoint';
import { scoped } from '@/server/http/shapes/drafts';
import { disagreementsOf } from '@/server/operations/photos/selectionValues';

export const POST = endpoint<{ id: string }>(async ({ context, body, params }) =>
  disagreementsOf(context, params.id, (await body(scoped)).scope),
);
