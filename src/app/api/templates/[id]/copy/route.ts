import { body } from '@/server/http/body';
import { endpoint } from '@/server/http/endpoint';
import { templateCopy } from '@/server/http/shapes';
import { copyTemplate } from '@/server/operations/templateShelf';

export const POST = endpoint<{ id: string }>(async ({ db, request, params }) =>
  copyTemplate(db, params.id, (await body(request, templateCopy)).how),
);
