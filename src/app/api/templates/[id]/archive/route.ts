import { body } from '@/server/http/body';
import { endpoint } from '@/server/http/endpoint';
import { archiving } from '@/server/http/shapes';
import { archiveTemplate } from '@/server/operations/templates/templateShelf';

export const PUT = endpoint<{ id: string }>(async ({ db, request, params }) =>
  archiveTemplate(db, params.id, (await body(request, archiving)).archived),
);
