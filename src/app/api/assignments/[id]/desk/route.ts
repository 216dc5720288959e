import { endpoint } from '@/server/http/endpoint';
import { scoped } from '@/server/http/shapes/drafts';
import { deskOf } from '@/server/operations/photos/acrossPhotos';

export const POST = endpoint<{ id: string }>(async ({ context, body, params }) =>
  deskOf(context, params.id, (await body(scoped)).scope),
);
