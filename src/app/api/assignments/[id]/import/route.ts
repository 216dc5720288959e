import { endpoint } from '@/server/http/endpoint';
import { importRequest } from '@/server/http/shapes/bringIn';
import { startImport } from '@/server/operations/bringIn/startImport';

export const POST = endpoint<{ id: string }>(async ({ body, params, once }) => {
  const wish = await body(importRequest);
  return once((context) => startImport(context, params.id, wish));
});
