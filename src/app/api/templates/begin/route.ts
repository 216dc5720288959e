import { endpoint } from '@/server/http/endpoint';
import { newTemplate } from '@/server/http/shapes/templates';
import { beginTemplate } from '@/server/operations/templates/templateDrafts';

/** A template that is written and not kept yet. */
export const POST = endpoint(async ({ body, once }) => {
  const text = await body(newTemplate);
  return once((context) => beginTemplate(context, text));
});
