import { endpoint } from '@/server/http/endpoint';
import { changedTemplate } from '@/server/http/shapes/templates';
import { changeTemplate, readTemplate, removeTemplate } from '@/server/operations/templates/templates';

type Params = { id: string };
export const GET = endpoint<Params>(({ context, params }) => readTemplate(context, params.id));
export const PUT = endpoint<Params>(async ({ body, params, once }) => {
  const { baseVersion, ...text } = await body(changedTemplate);
  return once((context) => changeTemplate(context, params.id, text, baseVersion));
});
export const DELETE = endpoint<Params>(({ context, params }) => removeTemplate(context, params.id));
