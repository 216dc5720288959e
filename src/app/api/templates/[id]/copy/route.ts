import { body } from '@/server/http/body';
import { endpoint } from '@/server/http/endpoint';
import { templateCopy } from '@/server/http/shapes';
import { copyTemplate } from '@/server/operations/templates/templateShelf';

export const POST = endpoint<{ id: string }>(async ({ request, params, once }) => {
  const { how } = await body(request, templateCopy);
  return once((db) => copyTemplate(db, params.id, how));
});
