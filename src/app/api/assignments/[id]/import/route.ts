import { body } from '@/server/http/body';
import { endpoint } from '@/server/http/endpoint';
import { importWish } from '@/server/http/shapes';
import { startImport } from '@/server/operations/bringIn/startImport';

export const POST = endpoint<{ id: string }>(async ({ request, params, once }) => {
  const wish = await body(request, importWish);
  return once((db) => startImport(db, params.id, wish));
});
