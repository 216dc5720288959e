import { endpoint } from '@/server/http/endpoint';
import { photoIds } from '@/server/http/shapes/drafts';
import { renewPictures, whereUsed } from '@/server/operations/templates/whereUsed';

type Params = { id: string };
export const GET = endpoint<Params>(({ context, params }) => whereUsed(context, params.id));
/** Renews the pictures named: their files carry the present version afterwards. */
export const POST = endpoint<Params>(async ({ body, params, once }) => {
  const named = await body(photoIds);
  return once((context) => renewPictures(context, params.id, named.photoIds));
});
