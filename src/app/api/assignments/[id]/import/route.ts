import { body } from '@/server/http/body';
import { endpoint } from '@/server/http/endpoint';
import { importWish } from '@/server/http/shapes';
import { startImport } from '@/server/operations/startImport';

export const POST = endpoint<{ id: string }>(async ({ db, request, params }) =>
  startImport(db, params.id, await body(request, importWish)),
);
