import { endpoint } from '@/server/http/endpoint';
import { newTemplate } from '@/server/http/shapes/templates';
import { createTemplate, listTemplates } from '@/server/operations/templates/templates';

export const GET = endpoint(({ context }) => listTemplates(context));
export const POST = endpoint(async ({ body, once }) => {
  const text = await body(newTemplate);
  return once((context) => createTemplate(context, text));
});
