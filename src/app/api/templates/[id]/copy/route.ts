import { endpoint } from '@/server/http/endpoint';
import { templateCopy } from '@/server/http/shapes/templates';
import { copyTemplate } from '@/server/operations/templates/templateShelf';

export const POST = endpoint<{ id: string }>(async ({ body, params, once }) => {
  const { how } = await body(templateCopy);
  return once((context) => copyTemplate(context, params.id, how));
});
