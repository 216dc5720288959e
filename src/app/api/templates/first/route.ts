import { body } from '@/server/http/body';
import { endpoint } from '@/server/http/endpoint';
import { firstAnswers } from '@/server/http/shapes';
import { makeFirstTemplate } from '@/server/operations/templates/makeFirstTemplate';

export const POST = endpoint(async ({ request, once }) => {
  const answers = await body(request, firstAnswers);
  return once((db) => makeFirstTemplate(db, answers));
});
