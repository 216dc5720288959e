import { body } from '@/server/http/body';
import { endpoint } from '@/server/http/endpoint';
import { photoSelection } from '@/server/http/shapes';
import { proofOfDrafts } from '@/server/operations/photos/acrossPhotos';

/** Of the drafts of some pictures, or of all. */
export const POST = endpoint<{ id: string }>(async ({ db, request, params }) =>
  proofOfDrafts(db, params.id, (await body(request, photoSelection)).photoIds),
);
