import { endpoint } from '@/server/http/endpoint';
import { bundle } from '@/server/http/shapes/vocabulary';
import { createBundle, listBundles } from '@/server/operations/vocabulary/bundles';

export const GET = endpoint(({ context }) => listBundles(context));
export const POST = endpoint(async ({ body, once }) => {
  const text = await body(bundle);
  return once((context) => createBundle(context, text));
});
