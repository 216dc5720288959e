import { body } from '@/server/http/body';
import { endpoint } from '@/server/http/endpoint';
import { newTemplate } from '@/server/http/shapes';
import { beginTemplate } from '@/server/operations/templates/templateDrafts';

/** A template that is written and not kept yet. */
export const POST = endpoint(async ({ request, once }) => {
  const text = await body(request, newTemplate);
  return once((db) => beginTemplate(db, text));
});
