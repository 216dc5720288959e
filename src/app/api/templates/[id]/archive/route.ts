import { endpoint } from '@/server/http/endpoint';
import { archiving } from '@/server/http/shapes/templates';
import { archiveTemplate } from '@/server/operations/templates/templateShelf';

export const PUT = endpoint<{ id: string }>(async ({ context, body, params }) =>
  archiveTemplate(context, params.id, (await body(archiving)).archived),
);
