import { body } from '@/server/http/body';
import { endpoint } from '@/server/http/endpoint';
import { photoIds } from '@/server/http/shapes';
import { renewPictures, whereUsed } from '@/server/operations/templates/whereUsed';

type Params = { id: string };
export const GET = endpoint<Params>(({ db, params }) => whereUsed(db, params.id));
/** Renews the pictures named: their files carry the present version afterwards. */
export const POST = endpoint<Params>(async ({ request, params, once }) => {
  const named = await body(request, photoIds);
  return once((db) => renewPictures(db, params.id, named.photoIds));
});
