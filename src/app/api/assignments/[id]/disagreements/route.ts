import { body } from '@/server/http/body';
import { endpoint } from '@/server/http/endpoint';
import { photoIds } from '@/server/http/shapes';
import { disagreementsOf } from '@/server/operations/photos/acrossPhotos';

export const POST = endpoint<{ id: string }>(async ({ db, request, params }) =>
  disagreementsOf(db, params.id, (await body(request, photoIds)).photoIds),
);
