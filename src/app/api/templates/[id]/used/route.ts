import { body } from '@/server/http/body';
import { endpoint } from '@/server/http/endpoint';
import { photoIds } from '@/server/http/shapes';
import { renewPictures, whereUsed } from '@/server/operations/whereUsed';

type Params = { id: string };
export const GET = endpoint<Params>(({ db, params }) => whereUsed(db, params.id));
/** Renews the pictures named: their files carry the present version afterwards. */
export const POST = endpoint<Params>(async ({ db, request, params }) =>
  renewPictures(db, params.id, (await body(request, photoIds)).photoIds),
);
