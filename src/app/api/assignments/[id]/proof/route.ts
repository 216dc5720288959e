import { endpoint } from '@/server/http/endpoint';
import { photoSelection } from '@/server/http/shapes/drafts';
import { proofOfDrafts } from '@/server/operations/photos/acrossPhotos';

/** Of the drafts of some pictures, or of all. */
export const POST = endpoint<{ id: string }>(async ({ context, body, params }) =>
  proofOfDrafts(context, params.id, (await body(photoSelection)).photoIds),
);
