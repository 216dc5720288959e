import { endpoint } from '@/server/http/endpoint';
import { renewal } from '@/server/http/shapes/templates';
import { renewPictures, whereUsed } from '@/server/operations/templates/whereUsed';

type Params = { id: string };
export const GET = endpoint<Params>(({ context, params }) => whereUsed(context, params.id));
/** Renews the pictures that carry an earlier version, as many as the proof had. */
export const POST = endpoint<Params>(async ({ body, params, once }) => {
  const agreed = await body(renewal);
  return once((context) => renewPictures(context, params.id, agreed));
});
