import { body } from '@/server/http/body';
import { endpoint } from '@/server/http/endpoint';
import { photoSelection } from '@/server/http/shapes';
import { deskOf } from '@/server/operations/photos/acrossPhotos';

export const POST = endpoint<{ id: string }>(async ({ db, request, params }) =>
  deskOf(db, params.id, (await body(request, photoSelection)).photoIds ?? []),
);
