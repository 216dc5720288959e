import { body } from '@/server/http/body';
import { endpoint } from '@/server/http/endpoint';
import { newTemplate } from '@/server/http/shapes';
import { createTemplate, listTemplates } from '@/server/operations/templates/templates';

export const GET = endpoint(({ db }) => listTemplates(db));
export const POST = endpoint(async ({ request, once }) => {
  const text = await body(request, newTemplate);
  return once((db) => createTemplate(db, text));
});
